import { figuresOf } from "@/core/measurement/taken";
import type { StockHeld } from "@/store/stock";
import type { JobRecord } from "../job-record";
import { jobLacing } from "../lacing";
import { noWheelYet, stageBase } from "./stage-base";

/** What lacing shows: the orders of work this hub allows with the steps of the one chosen, and spokes in the drawers. */
export const laceStage = (record: JobRecord, stock: readonly StockHeld[]) => {
  const { wheel, taken } = record;
  if (!wheel) return noWheelYet(record);
  return {
    ...stageBase(record),
    ...jobLacing(wheel, taken),
    figures: figuresOf(taken),
    wheel,
    drawers: stock.flatMap(({ id, kind, held, size, name, place }) =>
      kind === "spoke" && held > 0 && size !== null ? [{ id, size, name, place, held }] : [],
    ),
  };
};
