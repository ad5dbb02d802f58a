import { presets } from "@/core/figures/presets";
import { figuresOf } from "@/core/measurement/taken";
import { middleDiameter } from "@/core/spoke/wire";
import { DUTY_PRESETS, dutyOf } from "@/core/tension/duty";
import { STAGINGS, type Staging } from "@/core/tension/staging";
import { jobTolerance } from "@/core/truing/bench-way";
import type { StoredGaugeTable } from "@/store/gauge-tables";
import type { JobRecord } from "../job-record";
import { noWheelYet, stageBase } from "./stage-base";

/** How a wheel is brought up where nobody chose. */
const USUAL_STAGING: Staging = "50-80-90-100";

/** What tension shows: the wheel, every round as it was read and turned, the gauges' tables. */
export const tensionStage = (record: JobRecord, tables: readonly StoredGaugeTable[], practice: boolean) => {
  const { wheel, job, rounds, taken } = record;
  if (!wheel) return noWheelYet(record);
  const figures = figuresOf(taken);
  const staging = String(figures["tension.staging"] ?? USUAL_STAGING);
  return {
    ...stageBase(record),
    wheel,
    rounds,
    tables,
    tolerance: jobTolerance(job.tolerance, taken),
    practice,
    duty: dutyOf(figures).duty,
    staging: staging in STAGINGS ? (staging as Staging) : USUAL_STAGING,
    presets: {
      ...presets(figures),
      ...DUTY_PRESETS,
      "tension.staging": USUAL_STAGING,
      "spoke.bodyDiameter": middleDiameter(wheel.spoke),
      "spoke.inNipple": wheel.spoke.inNipple,
    },
  };
};
