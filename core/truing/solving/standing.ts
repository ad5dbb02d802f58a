import { type Aim, oversteps } from "./aim";
import type { SumOfSquares } from "./squares";

/** Where the wheel stands after some turns, and what is known of it so that a further move is quickly judged. */
export interface Standing {
  /** Turns of each nipple; not to be written but to round off what is nil. */
  readonly x: Float64Array;
  turn(nipple: number, by: number): void;
  trouble(): number;
  /**
   * The trouble if two more nipples were turned, `d` at i and `e` at j. A move that can not come to less than `bound` is
   * answered with that much or more, not exactly.
   */
  troubleAfter(i: number, d: number, j: number, e: number, bound: number): number;
  /** How the plain squares change with j's turn, once i was turned by d: below 0 tightening j helps them. */
  slopeAfter(i: number, d: number, j: number): number;
  mark(): Float64Array;
  backTo(mark: Float64Array): void;
}

/** Highest less lowest of a line after two nipples' moves, the first `d` at row a, the second `e` at row b. */
const bandOf = (line: Float64Array, of: Float64Array, a: number, d: number, b: number, e: number): number => {
  let most = -1e9;
  let least = 1e9;
  for (let k = 0; k < line.length; k++) {
    const v = line[k] + d * of[a + k] + e * of[b + k];
    if (v > most) most = v;
    if (v < least) least = v;
  }
  return most - least;
};

/**
 * The search asks some ten thousand times a round what a move would come to. The squares follow from their slope in
 * three products; of the total readings and the window of tension it is known beforehand that they will not be less than
 * what today's highest and lowest place and today's worst spoke come to. Nine moves in ten are thrown out by that; only
 * the rest is gone through spoke by spoke.
 */
export const standing = (aim: Aim, squares: SumOfSquares): Standing => {
  const { n, wanted, perTurn, weights } = aim;
  const P = squares.P;
  const perL = 1 / weights.lateral ** 2;
  const perR = 1 / weights.radial ** 2;
  const freeL = aim.reach?.freeLateral ?? 0;
  const freeR = aim.reach?.freeRadial ?? 0;
  // Row = nipple, so that a move reads in one piece.
  const across = (matrix: Float64Array, over?: Float64Array): Float64Array => {
    const out = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) out[j * n + i] = over ? matrix[i * n + j] / over[i] : matrix[i * n + j];
    return out;
  };
  const ofL = across(perTurn.lateral);
  const ofR = across(perTurn.radial);
  const ofT = across(perTurn.tension, wanted);
  // All of it in one piece, so that it is marked and brought back as one.
  const all = new Float64Array(5 * n + 1);
  const part = (k: number) => all.subarray(k * n, (k + 1) * n);
  const [x, slope, line, rim, pull] = [part(0), part(1), part(2), part(3), part(4)];
  const sum = all.subarray(5 * n);
  slope.set(squares.q);
  line.set(aim.lateral);
  rim.set(aim.radial);
  const top = new Float64Array(n);
  const bottom = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    pull[i] = aim.tension[i] / wanted[i];
    top[i] = aim.ceiling[i] / wanted[i];
    bottom[i] = aim.floor[i] / wanted[i];
  }
  sum[0] = squares.at;
  let [highL, lowL, highR, lowR, worst] = [0, 0, 0, 0, 0];
  let stale = true;
  const pastAt = (k: number, t: number) => Math.max(t - top[k], bottom[k] - t);
  const find = (): void => {
    stale = false;
    [highL, lowL, highR, lowR, worst] = [0, 0, 0, 0, 0];
    let past = pastAt(0, pull[0]);
    for (let k = 1; k < n; k++) {
      if (line[k] > line[highL]) highL = k;
      if (line[k] < line[lowL]) lowL = k;
      if (rim[k] > rim[highR]) highR = k;
      if (rim[k] < rim[lowR]) lowR = k;
      const here = pastAt(k, pull[k]);
      if (here > past) {
        past = here;
        worst = k;
      }
    }
  };
  const troubleAfter = (i: number, d: number, j: number, e: number, bound: number): number => {
    if (stale) find();
    const [a, b] = [i * n, j * n];
    let plain = sum[0] + d * (slope[i] + (d / 2) * P[a + i]);
    if (e !== 0) plain += e * (slope[j] + (e / 2) * P[b + j] + d * P[a + j]);
    const [h, l] = [highL, lowL];
    const sure = line[h] - line[l] - freeL + d * (ofL[a + h] - ofL[a + l]) + e * (ofL[b + h] - ofL[b + l]);
    const [g, f] = [highR, lowR];
    const surely = rim[g] - rim[f] - freeR + d * (ofR[a + g] - ofR[a + f]) + e * (ofR[b + g] - ofR[b + f]);
    let under = plain;
    if (sure > 0) under += sure * sure * perL;
    if (surely > 0) under += surely * surely * perR;
    const past = pastAt(worst, pull[worst] + d * ofT[a + worst] + e * ofT[b + worst]);
    if (past > 0) under += oversteps(past);
    if (under >= bound) return under;
    // Gone through in the order of what throws most out.
    const side = Math.max(0, bandOf(line, ofL, a, d, b, e) - freeL) ** 2 * perL;
    under += side - (sure > 0 ? sure * sure * perL : 0);
    if (under >= bound) return under;
    const hop = Math.max(0, bandOf(rim, ofR, a, d, b, e) - freeR) ** 2 * perR;
    under += hop - (surely > 0 ? surely * surely * perR : 0);
    if (under >= bound) return under;
    let over = 0;
    for (let k = 0; k < n; k++) {
      const t = pull[k] + d * ofT[a + k] + e * ofT[b + k];
      const above = t - top[k];
      const below = bottom[k] - t;
      if (above > over) over = above;
      if (below > over) over = below;
    }
    return plain + side + hop + oversteps(over);
  };
  return {
    x,
    turn: (i, by) => {
      if (by === 0) return;
      stale = true;
      const row = i * n;
      sum[0] += by * (slope[i] + (by / 2) * P[row + i]);
      x[i] += by;
      for (let k = 0; k < n; k++) {
        slope[k] += by * P[row + k];
        line[k] += by * ofL[row + k];
        rim[k] += by * ofR[row + k];
        pull[k] += by * ofT[row + k];
      }
    },
    trouble: () => troubleAfter(0, 0, 0, 0, Number.POSITIVE_INFINITY),
    troubleAfter,
    slopeAfter: (i, d, j) => slope[j] + d * P[i * n + j],
    mark: () => all.slice(),
    backTo: (mark) => {
      all.set(mark);
      stale = true;
    },
  };
};
