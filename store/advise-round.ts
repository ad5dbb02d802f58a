import { RimBuckles } from "@/core/mechanics/elastic-wheel";
import type { Advice } from "@/core/truing/advice";
import { advise } from "@/core/truing/advise";
import type { AdviseInput } from "@/core/truing/advise-input";
import { frontOf } from "@/core/truing/front";
import { misreadings } from "@/core/truing/misreadings";
import type { PastRound } from "@/core/truing/state";
import { BadInput } from "@/core/wheel/bad-input";
import { benchWay } from "./bench-way";
import { jobRecord } from "./job-record";
import { saveAdvice, turnsMade } from "./rounds";
import { readSettings } from "./settings";

/** What the advice on a stored round rests on: its readings, all rounds before it, and how this bench works. */
const adviseInputOf = async (jobId: string, roundId: string): Promise<AdviseInput> => {
  const record = await jobRecord(jobId);
  const at = record?.rounds.findIndex((r) => r.id === roundId) ?? -1;
  if (!record || at < 0) throw new BadInput("round", "there is no such round");
  if (!record.wheel)
    throw new BadInput(
      record.build.problem?.name ?? "wheel",
      record.build.problem?.message ?? "the wheel is not measured yet",
    );
  const { holes } = record.wheel.rim;
  const tightened = new Array<number>(holes).fill(0);
  for (const r of record.rounds)
    turnsMade(r, holes).forEach((t, i) => {
      tightened[i] += t;
    });
  const way = benchWay(holes, record.job.tolerance, record.taken, tightened, (await readSettings()).school);
  const readings = record.read.readings(record.rounds[at]);
  const read = readings.lateral.filter((r) => r !== null).length;
  if (read < 2)
    throw new BadInput(
      "readings.lateral",
      `${read} places read; the highest and the lowest are the least to advise on, four and more say much more`,
    );
  // A place nobody tensioned is told apart from a slack one: nulls stay nulls, none at all is left out.
  const strip = (r: typeof readings) => ((r.tension ?? []).some((t) => t !== null) ? r : { ...r, tension: undefined });
  const history: PastRound[] = [];
  for (const r of record.rounds.slice(0, at)) {
    const turns = turnsMade(r, holes);
    const past = record.read.readings(r);
    const before = history.at(-1);
    const { destressed } = r;
    if (past.lateral.some((v) => v !== null)) history.push({ readings: strip(past), turns, destressed });
    // A round that only brought the wheel up was not read: its turns followed the readings before it.
    else if (before)
      history[history.length - 1] = {
        ...before,
        turns: before.turns.map((t, i) => t + turns[i]),
        destressed: before.destressed || destressed,
      };
  }
  const walked = record.rounds[at].takenBack ? [] : record.rounds[at].turns;
  const made = turnsMade(record.rounds[at], holes);
  const used = strip(readings);
  return {
    wheel: record.wheel,
    // Slipped back: what its tension was says nothing of what it is.
    readings: used.tension
      ? { ...used, tension: used.tension.map((t, i) => (way.slipped.includes(i + 1) ? null : t)) }
      : used,
    tolerance: way.tolerance,
    stage: 1,
    school: way.school,
    ...(way.tight === null ? {} : { tight: way.tight }),
    ...(record.build.plate ? { bare: { lateral: record.build.plate.bend } } : {}),
    nipple: {
      step: 1 / 16,
      most: 1,
      left: way.left,
      ...(walked.length > 0 ? { fixed: made.map((t, i) => (walked.some((w) => w.spoke === i + 1) ? t : null)) } : {}),
    },
    history,
  };
};

const saidWell = <T>(work: () => T): T => {
  try {
    return work();
  } catch (error) {
    if (error instanceof RimBuckles) throw new BadInput("tension.target", error.message);
    throw error;
  }
};

/** Advice on a stored round. @throws BadInput when there is too little to go on */
export const adviseRound = async (jobId: string, roundId: string): Promise<Advice> => {
  const input = await adviseInputOf(jobId, roundId);
  const advice = saidWell(() => ({ ...advise(input), misread: misreadings(input) }));
  await saveAdvice(roundId, advice);
  return advice;
};

/** How true this wheel could be for how uneven. */
export const frontOfRound = async (jobId: string, roundId: string) => {
  const input = await adviseInputOf(jobId, roundId);
  return saidWell(() => frontOf(input));
};
