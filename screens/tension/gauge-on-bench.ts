import type { GaugePoint } from "@/core/tension/gauge-table";

/** One of the shop's gauges, with its table for a kind of spoke. */
export interface GaugeOnBench {
  readonly id: string;
  readonly gauge: string;
  readonly spoke: string;
  readonly points: readonly GaugePoint[];
  readonly version: number;
}
