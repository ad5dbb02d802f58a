import { RimBuckles } from "@/core/mechanics/elastic-wheel";
import { TOLERANCES } from "@/core/runout/tolerance";
import type { Advice } from "@/core/truing/advice";
import { advise } from "@/core/truing/advise";
import { BadInput } from "@/core/wheel/bad-input";
import { jobRecord } from "./job-record";
import { roundReadings, saveAdvice, turnsMade } from "./rounds";

/** Advice on a stored round, from its readings and all rounds before it. @throws BadInput when there is too little to go on */
export const adviseRound = async (jobId: string, roundId: string): Promise<Advice> => {
  const record = await jobRecord(jobId);
  const at = record?.rounds.findIndex((r) => r.id === roundId) ?? -1;
  if (!record || at < 0) throw new BadInput("round", "there is no such round");
  if (!record.wheel)
    throw new BadInput(
      record.build.problem?.name ?? "wheel",
      record.build.problem?.message ?? "the wheel is not measured yet",
    );
  const { holes } = record.wheel.rim;
  const readings = roundReadings(record.rounds[at], holes);
  const read = readings.lateral.filter((r) => r !== null).length;
  if (read < 4)
    throw new BadInput("readings.lateral", `${read} places read; four round the wheel are the least to advise on`);
  // A place nobody tensioned is told apart from a slack one: nulls stay nulls, none at all is left out.
  const anyTension = (readings.tension ?? []).some((t) => t !== null);
  const strip = (r: typeof readings) => (anyTension ? r : { ...r, tension: undefined });
  const history = record.rounds
    .slice(0, at)
    .filter((r) => r.readings.length > 0)
    .map((r) => ({ readings: strip(roundReadings(r, holes)), turns: turnsMade(r, holes) }));
  try {
    const advice = advise({
      wheel: record.wheel,
      readings: strip(readings),
      tolerance: TOLERANCES[record.job.tolerance],
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history,
    });
    await saveAdvice(roundId, advice);
    return advice;
  } catch (error) {
    if (error instanceof RimBuckles) throw new BadInput("tension.target", error.message);
    throw error;
  }
};
