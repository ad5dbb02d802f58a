import type { RoundPlans } from "@/core/shop/practice-plan";
import { usualSchool } from "@/core/truing/bench-way";
import type { School } from "@/core/truing/solving/schools";
import type { Training } from "@/store/practice-wheels";
import type { JobRecord } from "../job-record";
import { noWheelYet, stageBase } from "./stage-base";

/** What truing shows: the wheel, every round as it was read, advised on and turned, and how the bench works. */
export const trueStage = (
  record: JobRecord,
  school: School,
  training: Training | null,
  plans: readonly RoundPlans[] | null,
) => {
  const { wheel, job, assumed, build, allRounds, tables } = record;
  if (!wheel) return noWheelYet(record);
  return {
    ...stageBase(record),
    wheel,
    /** Those left out among them: they can be put back in. */
    rounds: allRounds,
    tables,
    toleranceName: job.tolerance,
    usualSchool: usualSchool(job.kind, school),
    practice: training !== null,
    /** Each round's own plan beside the others, where a level is trained on: there the own one comes first. Else null. */
    plans,
    /** How many figures nobody measured. */
    assumed: assumed.length,
    /** mm, each hole: the bare rim's own bend on the flat plate, where it was tried; `plate` says what is against it. */
    bareBend: build.plate?.bend ?? null,
    plate: build.plate?.verdict === "true" ? null : (build.plate?.text ?? null),
    offsetWays: build.offsetWays,
  };
};
