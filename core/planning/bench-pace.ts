import type { Round } from "../rounds/round";
import type { RoundsAhead } from "../truing/rounds-ahead";

/** How fast somebody reads and turns. */
export interface BenchPace {
  /** Seconds from one reading to the next, and from one nipple to the next, the walk to it and its turn. */
  readonly reading: number;
  readonly nipple: number;
  /** Taken from this wheel's own rounds. */
  readonly own: boolean;
}

/** What is left to do to a wheel, from the easiest future to the hardest. */
export interface WayAhead extends RoundsAhead {
  readonly minutes: readonly [number, number];
  /** By this wheel's own pace, not the trade's. */
  readonly ownPace: boolean;
}

/** Until this wheel has been read and turned enough (common practice). */
const USUAL = { reading: 5, nipple: 20 };
/** Seconds between two that still belong to one walk: a key pressed twice, a cup of tea. */
const ONE_WALK = { from: 0.5, to: 90 };
/** Steps before a pace is this wheel's own. */
const ENOUGH = 8;
/** Minutes to squeeze all pairs and set the dial again between two rounds (common practice). */
const BETWEEN_ROUNDS = 4;

const middle = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

const gaps = (times: readonly (string | undefined)[]): number[] => {
  const sorted = times.flatMap((at) => (at ? [Date.parse(at) / 1000] : [])).sort((a, b) => a - b);
  return sorted
    .slice(1)
    .map((at, i) => at - sorted[i])
    .filter((gap) => gap >= ONE_WALK.from && gap <= ONE_WALK.to);
};

/** The pace of the rounds so far, from when each reading and turn was put down. */
export const benchPace = (rounds: readonly Pick<Round, "readings" | "turns">[]): BenchPace => {
  const read = rounds.flatMap((r) => gaps(r.readings.map((x) => x.at)));
  const turned = rounds.flatMap((r) => gaps(r.turns.map((t) => t.at)));
  const [ownReading, ownNipple] = [read.length >= ENOUGH, turned.length >= ENOUGH];
  return {
    reading: ownReading ? middle(read) : USUAL.reading,
    nipple: ownNipple ? middle(turned) : USUAL.nipple,
    own: ownReading || ownNipple,
  };
};

/**
 * Minutes for so many rounds and nipples, each round read once more after it.
 *
 * @param readings taken in a round
 */
export const minutesAhead = (pace: BenchPace, rounds: number, touches: number, readings: number): number =>
  (rounds * readings * pace.reading + touches * pace.nipple) / 60 + rounds * BETWEEN_ROUNDS;
