import { presets } from "@/core/figures/presets";
import { skipChoices } from "@/core/lacing/skip-choices";
import { figuresOf } from "@/core/measurement/taken";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { comparePatterns } from "@/core/spoke/patterns";
import { planSpokes } from "@/core/spoke/spoke-plan";
import { staleOrder } from "@/core/spoke/stale-order";
import { waysOn } from "@/core/spoke/ways-on";
import { readWheel } from "@/core/wheel/wheel-file";
import type { StockHeld } from "@/store/stock";
import type { JobRecord } from "../job-record";
import { stageBase } from "./stage-base";

/** Washers most shops have, where none are in the stock. mm. */
const USUAL_WASHERS = [0.3, 0.5, 1, 2];

/** Lengths that are here, ordered or measured as they came, by the kinds they are for. */
const lengthsHere = ({ order }: JobRecord) =>
  order?.lines.flatMap((l) => {
    const came = order.goods.find((g) => g.length === l.length);
    const measured = [came?.first, came?.second].filter((x): x is number => typeof x === "number");
    const length = measured.length > 0 ? measured.reduce((a, b) => a + b, 0) / measured.length : l.length;
    return l.serves.map((s) => ({ flange: s.flange, lean: s.lean, row: s.row, length, wanted: s.wanted }));
  }) ?? [];

/** What the spokes' place shows: lengths, crosses, the order, the ways on where spokes do not fit, the drilling. */
export const spokesStage = (record: JobRecord, stock: readonly StockHeld[]) => {
  const { order, taken } = record;
  const stale = record.stages.some((s) => s.stage === "spokes" && s.state === "changed");
  // As it is measured now, whatever was settled: what would be ordered is of that one.
  const { wheel } = record.build;
  const figures = figuresOf(taken);
  const plan = wheel ? planSpokes(wheel, figures) : null;
  const sizes = (kind: "washer" | "nipple") =>
    stock.flatMap((s) => (s.kind === kind && s.held > 0 && s.size !== null ? [s.size] : []));
  const washers = sizes("washer").length > 0 ? sizes("washer") : USUAL_WASHERS;
  return {
    ...stageBase(record),
    figures,
    presets: presets(figures),
    wheel,
    plan,
    patterns:
      wheel && plan
        ? (["A", "B"] as const).map((side) => comparePatterns(wheel, side, plan.limits, record.build.oldSpokes))
        : [],
    skips: wheel && plan ? skipChoices(wheel, plan.window).slice(0, 6) : [],
    order,
    staleOrder:
      order && wheel
        ? staleOrder({ wheel: readWheel(order.wheel), figures: order.figures }, { wheel, figures }, order.parts.pitch)
        : null,
    ways:
      order && wheel && plan
        ? waysOn(
            wheel,
            lengthsHere(record),
            { ...plan.parts, spokeThread: order.parts.spokeThread },
            washers,
            sizes("nipple"),
            plan.postDays,
          )
        : [],
    stock,
    drilling: wheel ? drillingPlan(wheel, taken["rim.tapeDiameter"]?.value ?? wheel.rim.erd) : null,
    assumed: record.build.assumed,
    problem: wheel ? null : record.build.problem,
    settledVersion: record.settled?.version ?? 0,
    stale,
  };
};
