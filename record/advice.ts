import type { WayAhead } from "@/core/planning/bench-pace";
import { usualSchool } from "@/core/truing/bench-way";
import { adviceOn, frontOn, wayAheadOn } from "@/core/truing/round-advice";
import type { Advice } from "@/core/truing/saying/advice";
import type { WheelOnStand } from "@/core/truing/wheel-on-stand";
import { notMeasured, notThere } from "@/core/wheel/bad-input";
import { saveAdvice } from "@/store/rounds";
import { readSettings } from "@/store/settings";
import { benchRecord } from "./bench-record";

/** A stored wheel as it stands to be advised on. @throws BadInput where there is none */
const onStandOf = async (jobId: string): Promise<WheelOnStand> => {
  const [record, { school }] = await Promise.all([benchRecord(jobId), readSettings()]);
  if (!record) throw notThere("round");
  const { job, wheel, build, taken, acts, read } = record;
  if (!wheel) throw notMeasured(build.problem);
  return {
    ...{ wheel, taken, acts, read },
    kind: job.kind,
    toleranceName: job.tolerance,
    usualSchool: usualSchool(job.kind, school),
    bareBend: build.plate?.bend ?? null,
  };
};

/** Advice on a stored round, kept with it. @throws BadInput when there is too little to go on */
export const adviseRound = async (jobId: string, roundId: string): Promise<Advice> => {
  const advice = adviceOn(await onStandOf(jobId), roundId);
  await saveAdvice(roundId, advice);
  return advice;
};

/** How true this wheel could be for how uneven. */
export const frontOfRound = async (jobId: string, roundId: string) => frontOn(await onStandOf(jobId), roundId);

/** Rounds, nipples and minutes to the end of truing, from one round's readings. */
export const wayAheadOfRound = async (jobId: string, roundId: string): Promise<WayAhead> =>
  wayAheadOn(await onStandOf(jobId), roundId);
