import { FOUR } from "../../mechanics/repeating";
import { type Aim, EFFORT, REST } from "./aim";

/** A sum of squares of things that follow from the turns x: at + q·x + ½·xᵀPx. P n×n, row-major, symmetric. */
export interface SumOfSquares {
  readonly P: Float64Array;
  readonly q: Float64Array;
  /** The sum with nothing turned. */
  readonly at: number;
}

/** Σ weight·(from + row·x)². */
interface Squares {
  readonly matrix: Float64Array;
  readonly rows: number;
  readonly from: (row: number) => number;
  readonly weight: (row: number) => number;
}

/** All of an aim that is a plain square: the mean squares of the rim's line, unevenness, the mean tension, offset, effort. */
export const squaresOf = (aim: Aim): SumOfSquares => {
  const { n, perTurn, weights, wanted, counted, reach } = aim;
  const [meanL, meanR] = [meanOf(aim.lateral), meanOf(aim.radial)];
  const relative = perTurn.tension.slice();
  const meanRow = new Float64Array(n);
  let meanNow = 0;
  for (let i = 0; i < n; i++) {
    meanNow += (counted[i] * (aim.tension[i] / wanted[i] - 1)) / n;
    for (let j = 0; j < n; j++) {
      relative[i * n + j] /= wanted[i];
      meanRow[j] += (counted[i] * relative[i * n + j]) / n;
    }
  }
  const sums: readonly Squares[] = [
    {
      matrix: centred(perTurn.lateral, n),
      from: (i) => aim.lateral[i] - meanL - (reach ? reach.lateral[i] : 0),
      weight: () => REST / n / weights.lateral ** 2,
      rows: n,
    },
    {
      matrix: centred(perTurn.radial, n),
      from: (i) => aim.radial[i] - meanR - (reach ? reach.radial[i] : 0),
      weight: () => REST / n / weights.radial ** 2,
      rows: n,
    },
    {
      matrix: relative,
      from: (i) => aim.tension[i] / wanted[i] - 1,
      weight: (i) => counted[i] / n / weights.spread ** 2,
      rows: n,
    },
    { matrix: meanRow, from: () => meanNow, weight: () => 1 / weights.mean ** 2, rows: 1 },
    {
      matrix: perTurn.offset,
      from: () => aim.offset ?? 0,
      weight: () => 1 / (aim.offset === null ? 4 * weights.offset : weights.offset) ** 2,
      rows: 1,
    },
  ];
  const P = new Float64Array(n * n);
  const q = new Float64Array(n);
  let at = 0;
  for (const s of sums) {
    at += addFrom(q, n, s);
    if (aim.repeats) addFirstFour(P, n, s);
    else addAll(P, n, s);
  }
  if (aim.repeats) moveAlong(P, n);
  else for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) P[j * n + i] = P[i * n + j];
  for (let i = 0; i < n; i++) P[i * n + i] += 2 * EFFORT;
  return { P, q, at };
};

const meanOf = (x: Float64Array): number => x.reduce((a, b) => a + b, 0) / x.length;

/** Rows less their mean: what a nipple does to the shape, not to where the whole rim stands. */
const centred = (matrix: Float64Array, n: number): Float64Array => {
  const out = matrix.slice();
  const mean = new Float64Array(n);
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) mean[j] += matrix[i * n + j] / n;
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) out[i * n + j] -= mean[j];
  return out;
};

/** @returns the sum with nothing turned */
const addFrom = (q: Float64Array, n: number, { matrix, rows, from, weight }: Squares): number => {
  let at = 0;
  for (let r = 0; r < rows; r++) {
    const start = from(r);
    const twice = 2 * weight(r) * start;
    at += (twice * start) / 2;
    for (let j = 0; j < n; j++) q[j] += twice * matrix[r * n + j];
  }
  return at;
};

/** Adds to the lower triangle of P; four rows at a time, so that a sum is loaded and stored once for four. */
const addAll = (P: Float64Array, n: number, { matrix, rows, weight }: Squares): void => {
  for (let r = 0; r < rows; r += 4) {
    // Past the last row: the last once more, at no weight.
    const [a, b, c, d] = [r, r + 1, r + 2, r + 3].map((k) => Math.min(k, rows - 1) * n);
    const [wa, wb, wc, wd] = [r, r + 1, r + 2, r + 3].map((k) => (k < rows ? 2 * weight(k) : 0));
    for (let i = 0; i < n; i++) {
      const [fa, fb, fc, fd] = [wa * matrix[a + i], wb * matrix[b + i], wc * matrix[c + i], wd * matrix[d + i]];
      const to = i * n;
      for (let j = 0; j <= i; j++)
        P[to + j] += fa * matrix[a + j] + fb * matrix[b + j] + fc * matrix[c + j] + fd * matrix[d + j];
    }
  }
};

/** The first four rows of P only: in a wheel that repeats they say all, at a tenth of the sums. */
const addFirstFour = (P: Float64Array, n: number, { matrix, rows, weight }: Squares): void => {
  for (let r = 0; r < rows; r++) {
    const twice = 2 * weight(r);
    const row = r * n;
    const [f0, f1, f2, f3] = [matrix[row], matrix[row + 1], matrix[row + 2], matrix[row + 3]];
    for (let j = 0; j < n; j++) {
      const m = twice * matrix[row + j];
      P[j] += f0 * m;
      P[n + j] += f1 * m;
      P[2 * n + j] += f2 * m;
      P[3 * n + j] += f3 * m;
    }
  }
};

const moveAlong = (P: Float64Array, n: number): void => {
  for (let i = FOUR; i < n; i++) {
    const from = (i % FOUR) * n;
    const by = i - (i % FOUR);
    for (let j = 0; j < n; j++) P[i * n + j] = P[from + ((j - by + n) % n)];
  }
};
