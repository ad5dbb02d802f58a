"use client";
import { BarChart, CustomChart, ScatterChart } from "echarts/charts";
import { GridComponent, LegendComponent, MarkAreaComponent, TooltipComponent } from "echarts/components";
import { init, use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";

use([
  BarChart,
  ScatterChart,
  CustomChart,
  GridComponent,
  LegendComponent,
  MarkAreaComponent,
  TooltipComponent,
  SVGRenderer,
]);

/** Ink and lines of the looks in use. */
export interface Inks {
  readonly ink: string;
  readonly rule: string;
  readonly grid: string;
  readonly paper: string;
}

/** A chart in the shop's own ink; drawn anew when its figures change or the window does. */
export const Chart = ({ label, option }: { label: string; option: (inks: Inks) => object }) => {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const style = getComputedStyle(document.documentElement);
    const of = (name: string) => style.getPropertyValue(`--color-${name}`).trim();
    const chart = init(box.current, null, { renderer: "svg" });
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: "B612", fontSize: 16 },
      ...option({ ink: of("ink"), rule: of("rule"), grid: of("grid"), paper: of("paper") }),
    });
    const resize = () => chart.resize();
    window.addEventListener("resize", resize);
    return () => {
      window.removeEventListener("resize", resize);
      chart.dispose();
    };
  }, [option]);
  return <div ref={box} role="img" aria-label={label} className="h-64 w-full" />;
};
