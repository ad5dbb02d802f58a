import { bucklingTension } from "../../mechanics/buckling";
import type { Influences } from "../../mechanics/elastic-wheel";
import type { Stiffness } from "../../mechanics/stiffness";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import type { RimLine } from "../../runout/line";
import { spokeCeiling } from "../../tension/ceiling";
import type { AdviseInput } from "../advise-input";
import type { Learnt } from "../knowing/learn";
import type { WheelState } from "../knowing/state";
import { type Aim, type Outcome, outcome, withSlack } from "./aim";
import { solveAim } from "./solve-aim";

/**
 * Of the allowed unevenness only this much is used: tensions are read to 3 %, and what is worked out to the edge of the
 * window ends past it. A bent rim costs 0.01 to 0.02 mm for it.
 */
const SPREAD_USED = 0.87;
/**
 * Below this total reading the rest is grain and noise; nobody can hold it and nothing is paid for it. Where few places were
 * read what is not known of the line is more than that: a search that finds the best for a guessed line fits the guess.
 */
const NOT_CHASED = 0.03;
/** N: past anything. */
const NO_BOUND = 1e9;

/** mm, root of the mean square of what is not known of a line. */
const unsureOf = ({ sigma }: RimLine): number => Math.sqrt(sigma.reduce((sum, v) => sum + v * v, 0) / sigma.length);

/** What is wanted of the wheel and what each nipple does to it: bounds, window of tension, weights of this stage. */
export const makeAim = (
  input: AdviseInput,
  geometry: WheelGeometry,
  influences: Influences,
  state: WheelState,
  learnt: Learnt,
  full: Float64Array,
  stage: number,
): Aim => {
  const { wheel, tolerance, nipple } = input;
  const n = full.length;
  const perTurn = wheel.spoke.threadPitch * learnt.grip;
  const scaled = (matrix: Float64Array) => matrix.map((v) => v * perTurn);
  const wanted = full.map((t) => t * stage);
  const limit = ceiling(geometry, learnt.stiffness);
  const low = new Float64Array(n);
  const high = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const left = nipple.left?.[i];
    const [slacken, tighten] =
      left === null || left === undefined ? [99, 99] : typeof left === "number" ? [left, left] : left;
    const made = nipple.fixed?.[i];
    low[i] = (typeof made === "number" ? made : -Math.min(nipple.most, slacken)) - 1e-9;
    high[i] = (typeof made === "number" ? made : Math.min(nipple.most, tighten)) + 1e-9;
  }
  const counted = low.map((l, i) => (high[i] - l < nipple.step && typeof nipple.fixed?.[i] !== "number" ? 0 : 1));
  // While tension is still being brought up, evenness may wait a little for the shape.
  const held = counted.includes(0);
  const used = SPREAD_USED * tolerance.tensionSpread * (stage < input.stage ? 1.3 : 1);
  return {
    n,
    lateral: state.lateral.at,
    radial: state.radial.at,
    tension: state.tension,
    offset: state.offset,
    reach: null,
    rough: stage < input.stage,
    perTurn: {
      lateral: scaled(influences.lateral),
      radial: scaled(influences.radial),
      tension: scaled(influences.tension),
      offset: scaled(influences.offset),
    },
    repeats: influences.repeats && !counted.includes(0),
    wanted,
    counted,
    floor: wanted.map((t, i) => (counted[i] === 0 ? -NO_BOUND : Math.max(0.1 * t, t * (1 - used)))),
    ceiling: wanted.map((t, i) => (counted[i] === 0 ? NO_BOUND : Math.min(limit, t * (1 + used)))),
    low,
    high,
    weights: {
      lateral: Math.max(NOT_CHASED, tolerance.lateral * 0.15, unsureOf(state.lateral)),
      radial: Math.max(NOT_CHASED, tolerance.radial * 0.15, unsureOf(state.radial)),
      offset: tolerance.offset * 0.15,
      spread: tolerance.tensionSpread * (held ? 5 : 1.2),
      mean: held ? 0.04 : 0.02,
    },
  };
};

/** Spokes that cannot be turned and would be pushed when all is done are slack then: worked out again without them. */
export const slackAtEnd = (aim: Aim): Aim => {
  if (aim.counted.every((c) => c === 1)) return aim;
  const wished = solveAim(aim);
  if (!wished) return aim;
  const end = outcome(aim, wished);
  const slack = [...aim.counted.keys()].filter(
    (i) => aim.counted[i] === 0 && end.tension[i] < 0 && aim.perTurn.tension[i * aim.n + i] > 0,
  );
  return slack.length === 0 ? aim : withSlack(aim, slack);
};

/** The same aim for the wheel once its spokes have let go of their twist: what is held now has acted, and a turn counts whole. */
export const settledAim = (aim: Aim, released: Outcome, grip: number): Aim => ({
  ...aim,
  lateral: released.lateral,
  radial: released.radial,
  tension: released.tension,
  offset: aim.offset === null ? null : released.offset,
  perTurn: {
    lateral: aim.perTurn.lateral.map((v) => v / grip),
    radial: aim.perTurn.radial.map((v) => v / grip),
    tension: aim.perTurn.tension.map((v) => v / grip),
    offset: aim.perTurn.offset.map((v) => v / grip),
  },
});

/** N: what spokes and rim stand. Two thirds of the buckling tension is as near as anyone should go. */
const ceiling = (geometry: WheelGeometry, stiffness: Stiffness): number => {
  const spokes = spokeCeiling(geometry.wheel.spoke).tension;
  const target = geometry.wheel.tension.target;
  const buckling = bucklingTension(geometry, stiffness, 3 * target) / 1.5;
  return Math.max(Math.min(spokes, buckling), 1.02 * target);
};

/** Turns past which nothing is sought: over several rounds a nipple goes no farther. */
const FAR = 6;
/** mm: so weighed that even a millimetre of run-out buys nothing outside the window of tension, nor an offset. */
const HELD_IN = { runout: 0.07, offset: 0.05 };
/** mm of total reading past the best that are counted as on a rim which can be had this true. */
const PAST_BEST = 0.02;

/** Turns of any size, and the wheel they lead to. */
export interface Reached {
  readonly turns: Float64Array;
  readonly outcome: Outcome;
}

/** The least of the larger run-out, each over its tolerance, inside the aim's window of tension, however many turns it takes. */
export const bestInside = (aim: Aim, tolerance: AdviseInput["tolerance"]): Reached => {
  const { n, counted } = aim;
  const far = (i: number) => (counted[i] === 0 ? 1e-9 : FAR);
  const free: Aim = {
    ...aim,
    rough: false,
    reach: null,
    low: Float64Array.from({ length: n }, (_, i) => -far(i)),
    high: Float64Array.from({ length: n }, (_, i) => far(i)),
    weights: {
      ...aim.weights,
      lateral: HELD_IN.runout,
      radial: (HELD_IN.runout * tolerance.radial) / tolerance.lateral,
      spread: 5,
      offset: Math.min(HELD_IN.offset, aim.weights.offset),
    },
  };
  const turns = solveAim(free, undefined, true) ?? new Float64Array(n);
  return { turns, outcome: outcome(free, turns) };
};

/** The same in all of the unevenness that is allowed, up to tension. */
export const bestReachable = (input: AdviseInput, aim: Aim, full: Float64Array): Outcome => {
  const window = input.tolerance.tensionSpread;
  const wanted = full.map((t) => t * input.stage);
  const held = (i: number) => aim.counted[i] === 0;
  return bestInside(
    {
      ...aim,
      wanted,
      floor: wanted.map((t, i) => (held(i) ? -NO_BOUND : t * (1 - window))),
      ceiling: wanted.map((t, i) => (held(i) ? NO_BOUND : t * (1 + window))),
    },
    input.tolerance,
  ).outcome;
};

/** The aim with what can be had as its measure. */
export const towards = (aim: Aim, best: Outcome): Aim => {
  const centred = (line: Float64Array) => {
    const mean = line.reduce((a, b) => a + b, 0) / line.length;
    return line.map((v) => v - mean);
  };
  return {
    ...aim,
    reach: {
      lateral: centred(best.lateral),
      radial: centred(best.radial),
      freeLateral: Math.max(0, best.lateralTir - PAST_BEST),
      freeRadial: Math.max(0, best.radialTir - PAST_BEST),
    },
  };
};
