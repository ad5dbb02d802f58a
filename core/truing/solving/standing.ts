import { type Aim, oversteps } from "./aim";
import type { SumOfSquares } from "./squares";

/** Where the wheel stands after some steps of its nipples, and what is known of it so that a further move is quickly judged. */
export interface Standing {
  /** Steps of each nipple; whole, but where a nipple stands between two. */
  readonly steps: Float64Array;
  turn(nipple: number, steps: number): void;
  trouble(): number;
  /** What the trouble can not come to less than, if two more nipples were turned, `u` steps at i and `w` at j. */
  atLeast(i: number, u: number, j: number, w: number): number;
  /** What it does come to. A move that comes to no less than `bound` is answered with that much or more, not exactly. */
  troubleAfter(i: number, u: number, j: number, w: number, bound: number): number;
  /** How the plain squares change with j's next step, once i was turned by u: below 0 tightening j helps them. */
  slopeAfter(i: number, u: number, j: number): number;
}

/** A line and how it stands: what every nipple's step does to it, row = nipple, and its places from the highest and from the lowest. */
interface Line {
  readonly at: Float64Array;
  readonly perStep: Float64Array;
  /** Most and least that a step of each nipple does anywhere. */
  readonly most: Float64Array;
  readonly least: Float64Array;
  readonly fromHigh: Int32Array;
  readonly fromLow: Int32Array;
}

const lineOf = (at: Float64Array, perStep: Float64Array): Line => {
  const n = at.length;
  const row = (i: number) => perStep.subarray(i * n, (i + 1) * n);
  return {
    at: at.slice(),
    perStep,
    most: Float64Array.from({ length: n }, (_, i) => Math.max(...row(i))),
    least: Float64Array.from({ length: n }, (_, i) => Math.min(...row(i))),
    fromHigh: Int32Array.from({ length: n }, (_, i) => i),
    fromLow: Int32Array.from({ length: n }, (_, i) => i),
  };
};

/** Insertion: after one move hardly a place has changed its rank. `by` 1 puts the highest first, −1 the lowest. */
const rank = (order: Int32Array, of: Float64Array, by: number): void => {
  for (let a = 1; a < order.length; a++) {
    const k = order[a];
    const value = by * of[k];
    let b = a - 1;
    for (; b >= 0 && by * of[order[b]] < value; b--) order[b + 1] = order[b];
    order[b + 1] = k;
  }
};

/**
 * Highest less lowest of a line after two moves: gone through from the highest down to where no place can be lifted past
 * the highest found, and the same from the lowest up.
 */
const bandAfter = (
  { at, perStep, most, least, fromHigh, fromLow }: Line,
  i: number,
  u: number,
  j: number,
  w: number,
) => {
  const n = at.length;
  const [a, b] = [i * n, j * n];
  const lift = (u > 0 ? u * most[i] : u * least[i]) + (w > 0 ? w * most[j] : w * least[j]);
  const fall = (u > 0 ? u * least[i] : u * most[i]) + (w > 0 ? w * least[j] : w * most[j]);
  let high = Number.NEGATIVE_INFINITY;
  let low = Number.POSITIVE_INFINITY;
  for (let r = 0; r < n; r++) {
    const k = fromHigh[r];
    if (at[k] + lift <= high) break;
    const v = at[k] + u * perStep[a + k] + w * perStep[b + k];
    if (v > high) high = v;
  }
  for (let r = 0; r < n; r++) {
    const k = fromLow[r];
    if (at[k] + fall >= low) break;
    const v = at[k] + u * perStep[a + k] + w * perStep[b + k];
    if (v < low) low = v;
  }
  return high - low;
};

/**
 * The search asks some forty thousand times a round what a move would come to. The squares follow from their slope in
 * three products; of the total readings and the window of tension it is known beforehand that they will not be less than
 * what today's highest and lowest place and today's worst spoke come to. Two moves in three are thrown out by that; of the
 * rest the places are gone through in the order of how far they stand out, and few are looked at.
 *
 * @param step turns
 */
export const standing = (aim: Aim, squares: SumOfSquares, step: number): Standing => {
  const { n, wanted, perTurn, weights } = aim;
  const perL = 1 / weights.lateral ** 2;
  const perR = 1 / weights.radial ** 2;
  const freeL = aim.reach?.freeLateral ?? 0;
  const freeR = aim.reach?.freeRadial ?? 0;
  // Row = nipple, so that a move reads in one piece.
  const across = (matrix: Float64Array, over?: Float64Array): Float64Array => {
    const out = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) out[j * n + i] = step * (over ? matrix[i * n + j] / over[i] : matrix[i * n + j]);
    return out;
  };
  const side = lineOf(aim.lateral, across(perTurn.lateral));
  const hop = lineOf(aim.radial, across(perTurn.radial));
  const pullPerStep = across(perTurn.tension, wanted);
  // Most that a step does to any other spoke; to its own it does several times as much.
  const pullMost = Float64Array.from({ length: n }, (_, i) =>
    pullPerStep.subarray(i * n, (i + 1) * n).reduce((most, v, k) => (k === i ? most : Math.max(most, Math.abs(v))), 0),
  );
  // Half the squares' curvature, a step each.
  const half = squares.P.map((v) => (v * step * step) / 2);
  const slope = squares.q.map((v) => v * step);
  const pull = aim.tension.map((t, i) => t / wanted[i]);
  const top = aim.ceiling.map((t, i) => t / wanted[i]);
  const bottom = aim.floor.map((t, i) => t / wanted[i]);
  const past = new Float64Array(n);
  const fromPast = Int32Array.from({ length: n }, (_, i) => i);
  const steps = new Float64Array(n);
  const sum = Float64Array.of(squares.at);
  let stale = true;
  const rankAll = (): void => {
    stale = false;
    rank(side.fromHigh, side.at, 1);
    rank(side.fromLow, side.at, -1);
    rank(hop.fromHigh, hop.at, 1);
    rank(hop.fromLow, hop.at, -1);
    for (let k = 0; k < n; k++) past[k] = Math.max(pull[k] - top[k], bottom[k] - pull[k]);
    rank(fromPast, past, 1);
  };
  const plainAfter = (i: number, u: number, j: number, w: number): number => {
    const [a, b] = [i * n, j * n];
    return sum[0] + u * (slope[i] + u * half[a + i]) + w * (slope[j] + w * half[b + j] + 2 * u * half[a + j]);
  };
  const atLeast = (i: number, u: number, j: number, w: number): number => {
    if (stale) rankAll();
    const [a, b] = [i * n, j * n];
    let under = plainAfter(i, u, j, w);
    const [h, l] = [side.fromHigh[0], side.fromLow[0]];
    const ofL = side.perStep;
    const sideways = side.at[h] - side.at[l] - freeL + u * (ofL[a + h] - ofL[a + l]) + w * (ofL[b + h] - ofL[b + l]);
    if (sideways > 0) under += sideways * sideways * perL;
    const [g, f] = [hop.fromHigh[0], hop.fromLow[0]];
    const ofR = hop.perStep;
    const upwards = hop.at[g] - hop.at[f] - freeR + u * (ofR[a + g] - ofR[a + f]) + w * (ofR[b + g] - ofR[b + f]);
    if (upwards > 0) under += upwards * upwards * perR;
    const k = fromPast[0];
    const t = pull[k] + u * pullPerStep[a + k] + w * pullPerStep[b + k];
    const over = Math.max(t - top[k], bottom[k] - t);
    return over > 0 ? under + oversteps(over) : under;
  };
  const troubleAfter = (i: number, u: number, j: number, w: number, bound: number): number => {
    if (stale) rankAll();
    let sofar = plainAfter(i, u, j, w);
    if (sofar >= bound) return sofar;
    sofar += Math.max(0, bandAfter(side, i, u, j, w) - freeL) ** 2 * perL;
    if (sofar >= bound) return sofar;
    sofar += Math.max(0, bandAfter(hop, i, u, j, w) - freeR) ** 2 * perR;
    if (sofar >= bound) return sofar;
    const a = i * n;
    const b = j * n;
    const more = Math.abs(u) * pullMost[i] + Math.abs(w) * pullMost[j];
    const ofI = pull[i] + u * pullPerStep[a + i] + w * pullPerStep[b + i];
    const ofJ = pull[j] + u * pullPerStep[a + j] + w * pullPerStep[b + j];
    let over = Math.max(0, ofI - top[i], bottom[i] - ofI, ofJ - top[j], bottom[j] - ofJ);
    for (let r = 0; r < n; r++) {
      const k = fromPast[r];
      if (past[k] + more <= over) break;
      const t = pull[k] + u * pullPerStep[a + k] + w * pullPerStep[b + k];
      const above = t - top[k];
      const below = bottom[k] - t;
      if (above > over) over = above;
      if (below > over) over = below;
    }
    return sofar + oversteps(over);
  };
  return {
    steps,
    turn: (i, by) => {
      if (by === 0) return;
      stale = true;
      const row = i * n;
      sum[0] += by * (slope[i] + by * half[row + i]);
      steps[i] += by;
      for (let k = 0; k < n; k++) {
        slope[k] += 2 * by * half[row + k];
        side.at[k] += by * side.perStep[row + k];
        hop.at[k] += by * hop.perStep[row + k];
        pull[k] += by * pullPerStep[row + k];
      }
    },
    trouble: () => troubleAfter(0, 0, 0, 0, Number.POSITIVE_INFINITY),
    atLeast,
    troubleAfter,
    slopeAfter: (i, u, j) => slope[j] + 2 * u * half[i * n + j],
  };
};
