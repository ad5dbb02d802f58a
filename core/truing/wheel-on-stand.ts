import type { DoneAct } from "../acts/act";
import { broughtUpIn, newSpokeOf } from "../lacing/new-spoke";
import { placeSpokes } from "../lacing/placement";
import type { Taken } from "../measurement/taken";
import { isReadForRunOut } from "../rounds/counting-rounds";
import type { ReadRounds } from "../rounds/read-rounds";
import type { Round } from "../rounds/round";
import { placesRead, type RoundReadings } from "../rounds/round-readings";
import { isTakenBack, turnsMade, turnsOver, walkedSpokes } from "../rounds/turn";
import type { ToleranceName } from "../runout/tolerance";
import { type HeardReadings, withoutGauge } from "../tension/without-gauge";
import { BadInput, notThere } from "../wheel/bad-input";
import type { JobKind } from "../wheel/stages";
import type { Wheel } from "../wheel/wheel-file";
import type { AdviseInput } from "./advise-input";
import { benchWay } from "./bench-way";
import type { PastRound } from "./knowing/state";
import type { School } from "./solving/schools";
import { tightAtFirst } from "./tight-at-first";

/** All that advice on a round of a wheel rests on, wherever it is worked out. */
export interface WheelOnStand {
  readonly wheel: Wheel;
  readonly kind: JobKind;
  readonly toleranceName: ToleranceName;
  /** How it is worked, where this wheel was not told another way. */
  readonly usualSchool: School;
  readonly taken: Readonly<Record<string, Taken>>;
  readonly acts: readonly DoneAct[];
  /** Its rounds that count, and what they say. */
  readonly read: ReadRounds;
  /** mm, each hole: the bare rim's own bend on the flat plate; null where it was not tried. */
  readonly bareBend: readonly number[] | null;
}

/** Part of its tension a wheel has that came laced and that nobody said more of: of that only the evenness is heard. */
const AS_IT_CAME = 1;

/** A round read, its tensions not yet made of what was heard. */
type HeardRound = Omit<PastRound, "readings"> & { readonly readings: HeardReadings };

/** A place nobody tensioned is told apart from a slack one: nulls stay nulls, none at all is left out. */
const withoutEmptyTension = (r: RoundReadings): RoundReadings =>
  placesRead(r.tension) > 0 ? r : { ...r, tension: undefined };

/** Every round from one on to before another, as the engine takes them: what was read, and what was turned after it. */
const historyBefore = ({ read }: WheelOnStand, since: number, at: number): HeardRound[] => {
  const history: HeardRound[] = [];
  for (const round of read.rounds.slice(since, at)) {
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

/**
 * What the advice on a round rests on: its readings, all rounds before it, and how this bench works.
 *
 * @throws BadInput when there is no such round, or too little of it was read
 */
export const adviseInputOf = (onStand: WheelOnStand, roundId: string): AdviseInput => {
  const { wheel, kind, toleranceName, usualSchool, taken, acts, read, bareBend } = onStand;
  const { rounds } = read;
  const at = rounds.findIndex((r) => r.id === roundId);
  if (at < 0) throw notThere("round");
  const { holes } = wheel.rim;
  const tightened = turnsOver(rounds, holes);
  const way = benchWay({ holes, tolerance: toleranceName, taken, acts, tightened }, usualSchool);
  const readings = withoutEmptyTension(read.readings(rounds[at]));
  const places = placesRead(readings.lateral);
  if (places < 2)
    throw new BadInput(
      "readings.lateral",
      `${places} places read; the highest and the lowest are the least to advise on, four and more say much more`,
      { code: "out-of-range", given: places, from: 2, to: null },
    );
  const fixed = fixedTurns(rounds[at], holes);
  const put = newSpokeOf(kind, taken);
  const upIn = put ? broughtUpIn(put, rounds, holes) : -1;
  // While a new spoke held nothing the wheel was another one: what was read then says nothing of this.
  const since = upIn >= 0 && upIn < at ? upIn + 1 : 0;
  const fresh = put && !put.up && (upIn < 0 || upIn >= at) ? [put.spoke] : [];
  const first = rounds.slice(since).find((r) => isReadForRunOut(read.readings(r))) ?? rounds[at];
  const tight = way.tight ?? tightAtFirst(kind, rounds.slice(0, rounds.indexOf(first)));
  const past = historyBefore(onStand, since, at);
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
    ...(bareBend === null ? {} : { bare: { lateral: bareBend } }),
    nipple: { step: 1 / 16, most: 1, left: way.left, ...(fixed ? { fixed } : {}) },
    history: past.map((h, i) => ({ ...h, readings: all[i] })),
    ...(fresh.length > 0 ? { fresh } : {}),
  };
};
