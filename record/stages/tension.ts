import { presets } from "@/core/figures/presets";
import { figuresOf } from "@/core/measurement/taken";
import { middleDiameter } from "@/core/spoke/wire";
import { DUTY_PRESETS } from "@/core/tension/duty";
import { USUAL_STAGING } from "@/core/tension/staging";
import type { StoredGaugeTable } from "@/store/gauge-tables";
import type { JobRecord } from "../job-record";
import { noWheelYet, stageBase } from "./stage-base";

/** What tension shows: the wheel, every round as it was read and turned, the gauges' tables. */
export const tensionStage = (record: JobRecord, tables: readonly StoredGaugeTable[], practice: boolean) => {
  const { wheel, job, rounds, taken } = record;
  if (!wheel) return noWheelYet(record);
  return {
    ...stageBase(record),
    wheel,
    rounds,
    tables,
    toleranceName: job.tolerance,
    practice,
    presets: {
      ...presets(figuresOf(taken)),
      ...DUTY_PRESETS,
      "tension.staging": USUAL_STAGING,
      "spoke.bodyDiameter": middleDiameter(wheel.spoke),
      "spoke.inNipple": wheel.spoke.inNipple,
    },
  };
};
