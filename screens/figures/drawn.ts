import { BarChart, CustomChart, ScatterChart } from "echarts/charts";
import { GridComponent, LegendComponent, MarkAreaComponent, TooltipComponent } from "echarts/components";
import { init, use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";

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

/** Draws a chart into its box; the answer takes it down again. */
export const drawn = (box: HTMLElement, option: Record<string, unknown>): (() => void) => {
  const chart = init(box, null, { renderer: "svg" });
  chart.setOption(option);
  const resize = () => chart.resize();
  window.addEventListener("resize", resize);
  return () => {
    window.removeEventListener("resize", resize);
    chart.dispose();
  };
};
