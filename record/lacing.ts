import { type HubWay, LACING_ORDERS, type LacingOrder, offeredOrders } from "@/core/lacing/orders";
import { isInterlaced, type LacingStep, lacingSteps } from "@/core/lacing/steps";
import type { Taken } from "@/core/measurement/taken";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { BenchRecord } from "./bench-record";

/** How a job's wheel is laced: the orders its hub allows, the one chosen, its steps. */
export interface JobLacing {
  readonly offered: ReturnType<typeof offeredOrders>;
  readonly order: LacingOrder;
  readonly steps: readonly LacingStep[];
}

export const jobLacing = (wheel: Wheel, taken: Readonly<Record<string, Taken>>): JobLacing => {
  const kind = taken["hub.kind"]?.typed;
  const hub: HubWay = {
    // Not told: the kind that allows most; nobody is stopped by what was not asked.
    kind: kind === "full-width" || kind === "conical" ? kind : "single-sided",
    slots: taken["hub.slots"]?.typed === "slots",
  };
  const offered = offeredOrders(wheel, hub);
  const chosen = offered.find((o) => o.order === taken["lacing.order"]?.typed) ?? offered[0];
  return { offered, order: chosen.order, steps: lacingSteps(wheel, chosen.order) };
};

/** The card for the wall. */
export const cardOf = (record: BenchRecord, wheel: Wheel) => {
  const { order, steps } = jobLacing(wheel, record.taken);
  const names = { A: record.job.sideA, B: record.job.sideB };
  return {
    title: [record.job.mark, record.job.machine].filter(Boolean).join(" "),
    order: LACING_ORDERS[order],
    lines: steps.map((s) => {
      const { placed } = s;
      const under = placed.head === "in" && placed.cross > 0 && isInterlaced(wheel, placed.cross);
      const over = placed.head === "in" ? placed.cross - Number(under) : 0;
      return {
        rimHole: s.act === "drop" ? null : s.spoke,
        side: placed.flange,
        sideName: names[placed.flange],
        hubHole:
          s.act === "drop"
            ? `${s.group.length} ${placed.lean}, heads ${placed.head === "out" ? "outside" : "inside"}`
            : String(placed.hubHole),
        head: placed.head === "out" ? ("outside" as const) : ("inside" as const),
        passes: [over > 0 ? `${over} over` : "", under ? "1 under" : ""].filter(Boolean).join(", "),
      };
    }),
  };
};
