import { broughtUpIn, newSpokeOf } from "@/core/lacing/new-spoke";
import { placeSpokes } from "@/core/lacing/placement";
import { RimBuckles } from "@/core/mechanics/buckling";
import { benchPace, minutesAhead, type WayAhead } from "@/core/planning/bench-pace";
import { isReadForRunOut } from "@/core/rounds/counting-rounds";
import type { Round } from "@/core/rounds/round";
import { placesRead, type RoundReadings } from "@/core/rounds/round-readings";
import { isTakenBack, turnsMade, turnsOver, walkedSpokes } from "@/core/rounds/turn";
import { type HeardReadings, withoutGauge } from "@/core/tension/without-gauge";
import { advise } from "@/core/truing/advise";
import type { AdviseInput } from "@/core/truing/advise-input";
import { benchWay, usualSchool } from "@/core/truing/bench-way";
import { misreadings } from "@/core/truing/knowing/misreadings";
import type { PastRound } from "@/core/truing/knowing/state";
import { roundsAhead } from "@/core/truing/rounds-ahead";
import type { Advice } from "@/core/truing/saying/advice";
import { frontOf } from "@/core/truing/solving/front";
import { tightAtFirst } from "@/core/truing/tight-at-first";
import { BadInput, notMeasured, notThere } from "@/core/wheel/bad-input";
import { saveAdvice } from "@/store/rounds";
import { readSettings } from "@/store/settings";
import { type BenchRecord, benchRecord } from "./bench-record";

/** Part of its tension a wheel has that came laced and that nobody said more of: of that only the evenness is heard. */
const AS_IT_CAME = 1;

/** A round read, its tensions not yet made of what was heard. */
type HeardRound = Omit<PastRound, "readings"> & { readonly readings: HeardReadings };

/** A place nobody tensioned is told apart from a slack one: nulls stay nulls, none at all is left out. */
const withoutEmptyTension = (r: RoundReadings): RoundReadings =>
  placesRead(r.tension) > 0 ? r : { ...r, tension: undefined };

/** Every round from one on to before another, as the engine takes them: what was read, and what was turned after it. */
const historyBefore = ({ rounds, read }: BenchRecord, since: number, at: number): HeardRound[] => {
  const history: HeardRound[] = [];
  for (const round of rounds.slice(since, at)) {
    const turns = turnsMade(round, read.holes);
    const past = read.readings(round);
    const before = history.at(-1);
    const { destressed } = round;
    if (isReadForRunOut(past))
      history.push({ readings: { ...withoutEmptyTension(past), ...read.heard(round) }, turns, destressed });
    // A round that only brought the wheel up was not read: its turns followed the readings before it.
    else if (before)
      history[history.length - 1] = {
        ...before,
        turns: before.turns.map((t, i) => t + turns[i]),
        destressed: before.destressed || destressed,
      };
  }
  return history;
};

/** Turns of this round already made, null where none: kept, and the rest worked out round them. */
const fixedTurns = (round: Round, holes: number): (number | null)[] | null => {
  if (round.turns.length === 0 || isTakenBack(round)) return null;
  const made = turnsMade(round, holes);
  const walked = walkedSpokes(round);
  return made.map((t, i) => (walked.includes(i + 1) ? t : null));
};

/** What the advice on a stored round rests on: its readings, all rounds before it, and how this bench works. */
const adviseInputOf = async (jobId: string, roundId: string): Promise<AdviseInput> => {
  const [record, { school: usual }] = await Promise.all([benchRecord(jobId), readSettings()]);
  const at = record?.rounds.findIndex((r) => r.id === roundId) ?? -1;
  if (!record || at < 0) throw notThere("round");
  const { job, wheel, build, rounds, read, taken, acts } = record;
  if (!wheel) throw notMeasured(build.problem);
  const { holes } = wheel.rim;
  const tightened = turnsOver(rounds, holes);
  const way = benchWay({ holes, tolerance: job.tolerance, taken, acts, tightened }, usualSchool(job.kind, usual));
  const readings = withoutEmptyTension(read.readings(rounds[at]));
  const places = placesRead(readings.lateral);
  if (places < 2)
    throw new BadInput(
      "readings.lateral",
      `${places} places read; the highest and the lowest are the least to advise on, four and more say much more`,
      { code: "out-of-range", given: places, from: 2, to: null },
    );
  const fixed = fixedTurns(rounds[at], holes);
  const put = newSpokeOf(job.kind, taken);
  const upIn = put ? broughtUpIn(put, rounds, holes) : -1;
  // While a new spoke held nothing the wheel was another one: what was read then says nothing of this.
  const since = upIn >= 0 && upIn < at ? upIn + 1 : 0;
  const fresh = put && !put.up && (upIn < 0 || upIn >= at) ? [put.spoke] : [];
  const first = rounds.slice(since).find((r) => isReadForRunOut(read.readings(r))) ?? rounds[at];
  const tight = way.tight ?? tightAtFirst(job.kind, rounds.slice(0, rounds.indexOf(first)));
  const past = historyBefore(record, since, at);
  const all = withoutGauge(
    wheel,
    placeSpokes(wheel),
    [...past.map((h) => h.readings), { ...readings, ...read.heard(rounds[at]) }],
    tight ?? AS_IT_CAME,
  );
  const begun = tight ?? (all.some((r) => r.reckoned) ? AS_IT_CAME : null);
  const now = all[past.length];
  return {
    wheel,
    // Slipped back: what its tension was says nothing of what it is.
    readings: now.tension
      ? { ...now, tension: now.tension.map((t, i) => (way.slipped.includes(i + 1) ? null : t)) }
      : now,
    tolerance: way.tolerance,
    stage: 1,
    school: way.school,
    ...(begun === null ? {} : { tight: begun }),
    ...(build.plate ? { bare: { lateral: build.plate.bend } } : {}),
    nipple: { step: 1 / 16, most: 1, left: way.left, ...(fixed ? { fixed } : {}) },
    history: past.map((h, i) => ({ ...h, readings: all[i] })),
    ...(fresh.length > 0 ? { fresh } : {}),
  };
};

const saidWell = <T>(work: () => T): T => {
  try {
    return work();
  } catch (error) {
    if (error instanceof RimBuckles)
      throw new BadInput("tension.target", error.message, { code: "stands-against", what: "rim" });
    throw error;
  }
};

/** The first round's steps: what a sixteenth would better is lost in what nobody knows of this rim yet. */
const COARSE = 1 / 8;

/** No sixteenths in a wheel's first round, unless nothing coarser is worth turning. */
const inCoarseSteps = (input: AdviseInput): Advice => {
  const begun = input.nipple.fixed?.some((t) => t !== null && (t / COARSE) % 1 !== 0) ?? false;
  if (input.history.length > 0 || begun) return advise(input);
  const coarse = advise({ ...input, nipple: { ...input.nipple, step: COARSE } });
  return coarse.verdict === "turn" && coarse.turns.some((t) => t !== 0) ? coarse : advise(input);
};

/** Advice on a stored round, kept with it. @throws BadInput when there is too little to go on */
export const adviseRound = async (jobId: string, roundId: string): Promise<Advice> => {
  const input = await adviseInputOf(jobId, roundId);
  const advice = saidWell(() => ({ ...inCoarseSteps(input), misread: misreadings(input) }));
  await saveAdvice(roundId, advice);
  return advice;
};

/** How true this wheel could be for how uneven. */
export const frontOfRound = async (jobId: string, roundId: string) => {
  const input = await adviseInputOf(jobId, roundId);
  return saidWell(() => frontOf(input));
};

/** Rounds, nipples and minutes to the end of truing, from one round's readings. */
export const wayAheadOfRound = async (jobId: string, roundId: string): Promise<WayAhead> => {
  const [input, record] = await Promise.all([adviseInputOf(jobId, roundId), benchRecord(jobId)]);
  const round = record?.rounds.find((r) => r.id === roundId);
  return saidWell(() => {
    const ahead = roundsAhead(input, round?.advice ?? inCoarseSteps(input));
    const pace = benchPace(record?.rounds ?? []);
    const readings = placesRead(input.readings.lateral) + placesRead(input.readings.radial);
    const minutes = (end: 0 | 1) => minutesAhead(pace, ahead.rounds[end], ahead.touches[end], readings);
    return { ...ahead, minutes: [minutes(0), minutes(1)], ownPace: pace.own };
  });
};
