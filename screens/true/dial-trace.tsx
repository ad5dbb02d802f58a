"use client";
import { LineChart } from "echarts/charts";
import { GridComponent, MarkAreaComponent } from "echarts/components";
import { init, use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { atHoles } from "@/core/runout/at-holes";
import { drawnAbout, drawnScale } from "@/core/runout/drawn";
import type { TracePoint } from "@/formats/lists/trace";

use([LineChart, GridComponent, MarkAreaComponent, SVGRenderer]);

interface DialTraceProps {
  readonly points: readonly TracePoint[];
  readonly holes: number;
  /** mm of total reading that will do. */
  readonly band: { readonly lateral: number; readonly radial: number };
}

/** What one dial showed, over the holes and about what its readings there are drawn about. */
const lineOf = (
  points: readonly TracePoint[],
  holes: number,
  dial: "lateral" | "radial",
  limit: number,
): [number, number][] => {
  const samples = points.flatMap((p) => (p[dial] === null ? [] : [{ angleDeg: p.angleDeg, value: p[dial] }]));
  const about = drawnAbout(atHoles(samples, holes), limit);
  return samples.map((s) => [(s.angleDeg / 360) * holes + 0.5, Math.round((s.value - about) * 1000) / 1000]);
};

const colours = () => {
  const style = getComputedStyle(document.documentElement);
  const named = (name: string) => style.getPropertyValue(`--color-${name}`).trim();
  return { ink: named("ink"), rule: named("rule"), grid: named("grid") };
};

/** Both dials' traces round the wheel, side to side over hop, with the band the tolerance leaves. */
const optionOf = ({ points, holes, band }: DialTraceProps) => {
  const { ink, rule, grid } = colours();
  const lines = [lineOf(points, holes, "lateral", band.lateral), lineOf(points, holes, "radial", band.radial)];
  const scale = drawnScale(Math.max(band.lateral / 2, band.radial / 2, ...lines.flat().map(([, v]) => Math.abs(v))));
  const axis = (index: number, name: string) => ({
    gridIndex: index,
    type: "value" as const,
    min: -scale,
    max: scale,
    interval: scale / 2,
    name,
    nameTextStyle: { color: ink, fontSize: 17, align: "left" as const },
    axisLabel: { color: ink, fontSize: 16 },
    splitLine: { lineStyle: { color: grid } },
  });
  const across = (index: number) => ({
    gridIndex: index,
    type: "value" as const,
    min: 0,
    max: holes + 1,
    interval: 5,
    // Numbers belong to spokes: there is none at nought, nor one past the last.
    axisLabel: {
      color: ink,
      fontSize: 16,
      formatter: (v: number) => (v % 5 === 0 && v > 0 && v <= holes ? `${v}` : ""),
    },
    axisLine: { lineStyle: { color: rule } },
    splitLine: { show: false },
  });
  return {
    animation: false,
    textStyle: { fontFamily: "B612" },
    grid: [
      { left: 60, right: 20, top: 36, height: "36%" },
      { left: 60, right: 20, top: "56%", height: "36%" },
    ],
    xAxis: [across(0), across(1)],
    yAxis: [axis(0, "side to side, mm"), axis(1, "hop, mm")],
    series: lines.map((data, i) => {
      const half = (i === 0 ? band.lateral : band.radial) / 2;
      return {
        type: "line",
        data,
        xAxisIndex: i,
        yAxisIndex: i,
        showSymbol: false,
        lineStyle: { color: ink, width: 2 },
        markArea: {
          silent: true,
          itemStyle: { color: "transparent", borderColor: rule, borderWidth: 1, borderType: "dashed" },
          data: [[{ yAxis: -half }, { yAxis: half }]],
        },
      };
    }),
  };
};

export const DialTrace = ({ points, holes, band }: DialTraceProps) => {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: "svg" });
    chart.setOption(optionOf({ points, holes, band }));
    const resize = () => chart.resize();
    window.addEventListener("resize", resize);
    return () => {
      window.removeEventListener("resize", resize);
      chart.dispose();
    };
  }, [points, holes, band]);
  return <div ref={box} className="min-h-0 flex-1" role="img" aria-label="trace of the dials" />;
};
