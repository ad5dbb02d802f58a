import type { RoundReadings } from "../rounds/round-readings";
import type { Readings } from "../runout/runout";
import { advise } from "./advise";
import type { AdviseInput } from "./advise-input";
import { type Known, knownOf } from "./knowing/known";
import type { PastRound } from "./knowing/state";
import type { Advice } from "./saying/advice";

/** What is still to be done to a wheel, from the easiest of the futures tried to the hardest. */
export interface RoundsAhead {
  /** Rounds in which something is turned, this one included. */
  readonly rounds: readonly [number, number];
  /** Nipples turned in them. */
  readonly touches: readonly [number, number];
}

/** A wheel may answer by so much less or more than it is taken to: before a round taught it, and after. */
const ANSWERS = { untaught: [0.75, 1, 1.3], taught: [0.93, 1, 1.07] };
/** Nobody plans further. */
const MOST_ROUNDS = 6;
/** Part by which a gauge reads one spoke otherwise than the next (common practice). */
const GAUGE = 0.03;
/** Holes by which one reading's scatter is moved on to stand for the next one's. */
const MOVED_ON = 7;

/** The wheel as it would stand. mm, N. */
interface Standing {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  readonly tension: Float64Array;
  readonly offset: number;
}

/**
 * What would be read of it: at the same places, scattered as this dial scattered so far. No dice: what the readings stood off
 * the line this time, moved on by some holes, stands for the next time; what was left out, as a weld, stays where it is.
 */
const readOf = (at: Standing, { state }: Known, given: RoundReadings, round: number): RoundReadings => {
  const line = (what: "lateral" | "radial"): Readings => {
    const { at: was, masked } = state[what];
    const read = given[what];
    const off = read.flatMap((v, i) => (v === null || masked.includes(i) ? [] : [v - was[i]]));
    return read.map((v, i) => {
      if (v === null) return null;
      return at[what][i] + (masked.includes(i) ? v - was[i] : (off[(i + MOVED_ON * round) % off.length] ?? 0));
    });
  };
  const gauged = given.tension?.map((t, i) =>
    t === null ? null : Math.max(0, at.tension[i] * (1 + GAUGE * Math.cos(2.4 * i + round))),
  );
  return {
    lateral: line("lateral"),
    radial: line("radial"),
    ...(gauged ? { tension: gauged } : {}),
    offset: typeof given.offset === "number" ? at.offset : null,
    ...(given.sure ? { sure: given.sure } : {}),
    ...(given.reckoned ? { reckoned: true } : {}),
  };
};

const after = (at: Standing, { elastic, geometry }: Known, turns: readonly number[], answers: number): Standing => {
  const n = turns.length;
  const shortened = turns.map((t) => t * geometry.wheel.spoke.threadPitch * answers);
  const moved = (line: Float64Array, matrix: Float64Array) =>
    line.map((v, i) => v + shortened.reduce((sum, by, j) => sum + matrix[i * n + j] * by, 0));
  const { lateral, radial, tension, offset } = elastic.influences;
  return {
    lateral: moved(at.lateral, lateral),
    radial: moved(at.radial, radial),
    tension: moved(at.tension, tension),
    offset: at.offset + shortened.reduce((sum, by, j) => sum + offset[j] * by, 0),
  };
};

/**
 * The whole way from here: the advice is followed through to its end on wheels as this one is believed to be, which answer a
 * little less, as much and a little more than it is taken to. It is worked out anew after every round.
 *
 * @param first what is advised now
 */
export const roundsAhead = (input: AdviseInput, first: Advice): RoundsAhead => {
  const known = knownOf(input);
  const { state, learnt } = known;
  const ways = (learnt.lastAnswer === null ? ANSWERS.untaught : ANSWERS.taught).map((answers) => {
    let at: Standing = {
      ...{ lateral: state.lateral.at, radial: state.radial.at, tension: state.tension },
      offset: state.offset ?? 0,
    };
    let { readings } = input;
    const history: PastRound[] = [...input.history];
    let { turns } = first;
    let [rounds, touches] = [0, 0];
    while (rounds < MOST_ROUNDS && turns.some((t) => t !== 0)) {
      rounds++;
      touches += turns.filter((t) => t !== 0).length;
      at = after(at, known, turns, answers);
      history.push({ readings, turns, destressed: true });
      readings = readOf(at, known, input.readings, rounds);
      const { fixed: _, ...nipple } = input.nipple;
      ({ turns } = advise({ ...input, fresh: [], readings, history: [...history], nipple }));
    }
    return { rounds, touches };
  });
  const range = (of: (way: (typeof ways)[number]) => number): readonly [number, number] => {
    const all = ways.map(of);
    return [Math.min(...all), Math.max(...all)];
  };
  return { rounds: range((w) => w.rounds), touches: range((w) => w.touches) };
};
