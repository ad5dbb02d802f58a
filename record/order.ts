import { FIGURES } from "@/core/figures/all-figures";
import { figuresOf } from "@/core/measurement/taken";
import { placeWords } from "@/core/shop/machine-words";
import { SWG_MM } from "@/core/spoke/gauge";
import { materialName, planSpokes, type SpokePlan } from "@/core/spoke/spoke-plan";
import { BadInput, notMeasured } from "@/core/wheel/bad-input";
import { withSideNames } from "@/core/wheel/side-names";
import type { Order, OrderContents } from "@/store/orders";
import type { JobRecord } from "./job-record";

/** What would be ordered for a job as it is measured now. @throws BadInput when nothing can be */
export const orderNow = (record: JobRecord): OrderContents => {
  const { wheel, input, problem } = record.build;
  if (!wheel) throw notMeasured(problem);
  const figures = figuresOf(record.taken);
  const plan = planSpokes(wheel, figures);
  if (plan.stuck)
    throw new BadInput("order.available", withSideNames(plan.stuck, { A: record.job.sideA, B: record.job.sideB }), {
      code: "stands-against",
      what: "spokes",
    });
  return {
    wheel: input,
    figures,
    lines: linesOf(plan),
    parts: plan.parts,
    material: plan.material,
    butting: plan.butting,
    head: plan.head,
    grams: plan.grams,
    nipples: wheel.rim.holes + plan.spares * plan.lengths.length,
  };
};

const linesOf = (plan: SpokePlan): OrderContents["lines"] =>
  plan.lengths.map((l) => ({
    length: l.length,
    count: l.count,
    spares: plan.spares,
    serves: l.serves.map((i) => {
      const { flange, lean, row, head, count, lengthAtTension } = plan.kinds[i];
      return { flange, lean, row, head, count, wanted: lengthAtTension };
    }),
  }));

/** The sheet that goes to whoever makes the spokes. */
export const orderSheet = (record: JobRecord, order: Order) => {
  const names = { A: record.job.sideA, B: record.job.sideB };
  const { diameter, threadPitch } = order.wheel.spoke;
  const gauge = Object.entries(SWG_MM).find(([, mm]) => Math.abs(mm - diameter) < 0.02)?.[0];
  const washer = Number(order.figures["rim.washer"] ?? 0);
  return {
    mark: record.job.mark,
    machine: [record.job.machine, placeWords(record.job.place)].filter(Boolean).join(", "),
    date: order.orderedAt.slice(0, 10),
    lines: order.lines.map((l) => ({
      length: l.length,
      count: l.count,
      spares: l.spares,
      forWhat: l.serves
        .map(
          (s) =>
            `${names[s.flange]} ${s.row ? `${s.row} row, ` : ""}head ${s.head === "out" ? "outside" : "inside"} (${s.wanted.toFixed(1)} × ${s.count})`,
        )
        .join("; "),
    })),
    material: materialName(order.material as "stainless"),
    butting: order.butting,
    head: order.head,
    diameter,
    gauge: gauge ? Number(gauge) : null,
    pitch: threadPitch,
    threadLength: order.parts.spokeThread,
    nipples: order.nipples,
    washers: washer > 0 ? `${order.wheel.rim.holes} of ${washer} mm` : "none",
    grams: order.grams,
    assumed: record.build.assumed.map((name) => withSideNames(FIGURES[name]?.label ?? name, names)),
  };
};
