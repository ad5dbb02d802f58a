import { notMeasured, notThere } from "@/core/wheel/bad-input";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { BenchRecord } from "./bench-record";

/** A job's record together with its wheel. @throws BadInput when there is no such job, or its figures make no wheel yet */
export const measured = <R extends Pick<BenchRecord, "wheel" | "build">>(
  record: R | null,
): { readonly record: R; readonly wheel: Wheel } => {
  if (!record) throw notThere("job");
  if (!record.wheel) throw notMeasured(record.build.problem);
  return { record, wheel: record.wheel };
};
