import { RimBuckles } from "@/core/mechanics/elastic-wheel";
import { TOLERANCES } from "@/core/runout/tolerance";
import type { Advice } from "@/core/truing/advice";
import { advise } from "@/core/truing/advise";
import type { RoundReadings } from "@/core/truing/state";
import { BadInput } from "@/core/wheel/bad-input";
import { jobRecord } from "./job-record";
import { saveAdvice, turnsMade } from "./rounds";

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
  const readings = record.read.readings(record.rounds[at]);
  const read = readings.lateral.filter((r) => r !== null).length;
  if (read < 4)
    throw new BadInput("readings.lateral", `${read} places read; four round the wheel are the least to advise on`);
  // A place nobody tensioned is told apart from a slack one: nulls stay nulls, none at all is left out.
  const anyTension = (readings.tension ?? []).some((t) => t !== null);
  const strip = (r: typeof readings) => (anyTension ? r : { ...r, tension: undefined });
  const history: { readings: RoundReadings; turns: readonly number[] }[] = [];
  for (const r of record.rounds.slice(0, at)) {
    const turns = turnsMade(r, holes);
    const past = record.read.readings(r);
    const before = history.at(-1);
    if (past.lateral.some((v) => v !== null)) history.push({ readings: strip(past), turns });
    // A round that only brought the wheel up was not read: its turns followed the readings before it.
    else if (before) history[history.length - 1] = { ...before, turns: before.turns.map((t, i) => t + turns[i]) };
  }
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
