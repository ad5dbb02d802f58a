import { cholesky, lowerInverse } from "../../mechanics/dense";

/**
 * A convex quadratic programme: least ½·xᵀPx + qᵀx with low ≤ x ≤ high and every product gᵣ·x inside a band of its own.
 * Bounds and ends of bands may be infinite. P row-major, symmetric and positive.
 */
export interface QuadraticProgramme {
  readonly variables: number;
  readonly P: Float64Array;
  readonly q: Float64Array;
  readonly bands: Bands;
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/**
 * For each row r: low[r] − by[r]·x[widener[r]] ≤ G[r]·x ≤ high[r] + by[r]·x[widener[r]]. Both ends of a band ask for the
 * same product, and it is worked out once. G dense, row-major, rows × variables.
 */
export interface Bands {
  readonly rows: number;
  readonly G: Float64Array;
  readonly low: Float64Array;
  readonly high: Float64Array;
  readonly by: Float64Array;
  readonly widener: Int32Array;
}

/** A row that adds less than this part of its length to those that hold already says nothing new. */
const NOTHING_NEW = 1e-10;

/**
 * Goldfarb and Idnani's dual method (*Mathematical Programming* 27, 1983): from the least point without any row, the
 * row broken most is made to hold, step by step, and one that no longer pushes is let go. Steps are of n² each and end
 * at the answer itself; the interior point it replaces went through all rows near the answer in every pass and stopped
 * short of it. The registry's package of the same method, which checks this one in the tests, keeps its rows in lists of
 * lists.
 *
 * @param tolerance by how much a row may still be broken
 * @returns the least point, or null when no point fits all rows
 */
export const solveQuadratic = (qp: QuadraticProgramme, tolerance = 1e-9): Float64Array | null => {
  const { variables: n, P, q, bands, low, high } = qp;
  const { G, by, widener } = bands;
  // What may hold is named by a number: the two ends of band r are 2r and 2r+1, the two bounds of x[i] come after them.
  const ends = 2 * bands.rows;
  const factor = cholesky(P, n);
  if (!factor) return null;
  // Rows of J: an orthogonal set in the metric of P, JᵀJ = P⁻¹; the first `held` reach the rows that hold, the others none.
  const J = lowerInverse(factor, n);
  const x = leastPoint(J, q, n);
  // The triangle R of the rows that hold, column by column.
  const R = new Float64Array(n * n);
  const holding = new Int32Array(n);
  const price = new Float64Array(n + 1);
  const holds = new Uint8Array(ends + 2 * n);
  let held = 0;
  const d = new Float64Array(n);
  const z = new Float64Array(n);
  const r = new Float64Array(n);

  const product = (row: number): number => dot(G, row * n, x, 0, n);
  const pastEnd = (code: number, at: number): number => {
    const row = code >> 1;
    const room = by[row] * x[widener[row]];
    return code & 1 ? bands.low[row] - at - room : at - bands.high[row] - room;
  };
  const brokenBy = (code: number): number => {
    if (code < ends) return pastEnd(code, product(code >> 1));
    const i = (code - ends) >> 1;
    return (code - ends) & 1 ? low[i] - x[i] : x[i] - high[i];
  };
  // Some rows are never near: only those that were once broken are looked at in each step, all only when none of them is.
  const seen: number[] = [];
  const isSeen = new Uint8Array(bands.rows);
  const worstBroken = (): number => {
    let worst = -1;
    let most = tolerance;
    const look = (code: number, broken: number): void => {
      if (broken <= most || holds[code]) return;
      most = broken;
      worst = code;
    };
    const lookAtRow = (row: number): void => {
      const at = product(row);
      look(2 * row, pastEnd(2 * row, at));
      look(2 * row + 1, pastEnd(2 * row + 1, at));
    };
    for (const row of seen) lookAtRow(row);
    for (let code = ends; code < ends + 2 * n; code++) look(code, brokenBy(code));
    if (worst >= 0) return worst;
    for (let row = 0; row < bands.rows; row++) {
      if (isSeen[row]) continue;
      const before = most;
      lookAtRow(row);
      if (most === before) continue;
      isSeen[row] = 1;
      seen.push(row);
    }
    return worst;
  };
  /** d = Jᵀ(−row): rows say ≤, the method wants ≥. @returns its length squared */
  const project = (code: number): number => {
    if (code < ends) {
      const row = code >> 1;
      const sign = code & 1 ? 1 : -1;
      for (let k = 0; k < n; k++) d[k] = sign * dot(J, k * n, G, row * n, n) + by[row] * J[k * n + widener[row]];
    } else {
      const i = (code - ends) >> 1;
      const sign = (code - ends) & 1 ? 1 : -1;
      for (let k = 0; k < n; k++) d[k] = sign * J[k * n + i];
    }
    let square = 0;
    for (let k = 0; k < n; k++) square += d[k] * d[k];
    return square;
  };

  for (let steps = 0; steps < 40 * (ends + n); steps++) {
    const next = worstBroken();
    if (next < 0) return x;
    price[held] = 0;
    const length = project(next);
    for (;;) {
      let free = 0;
      for (let k = held; k < n; k++) free += d[k] * d[k];
      // R·r = d, from the last; column by column, as R lies.
      for (let k = 0; k < held; k++) r[k] = d[k];
      for (let j = held - 1; j >= 0; j--) {
        const column = j * n;
        const f = r[j] / R[column + j];
        r[j] = f;
        for (let k = 0; k < j; k++) r[k] -= R[column + k] * f;
      }
      // How far until a row that holds stops pushing, and how far until the next one holds.
      let short = Number.POSITIVE_INFINITY;
      let leaves = -1;
      for (let k = 0; k < held; k++)
        if (r[k] > 1e-14 && price[k] / r[k] < short) {
          short = price[k] / r[k];
          leaves = k;
        }
      const nothingNew = free <= NOTHING_NEW * length;
      const whole = nothingNew ? Number.POSITIVE_INFINITY : brokenBy(next) / free;
      const step = Math.min(short, whole);
      // Also what is no number any more: figures past all measure must not go round for ever.
      if (!(step < Number.POSITIVE_INFINITY)) return null;
      for (let k = 0; k < held; k++) price[k] = Math.max(0, price[k] - step * r[k]);
      price[held] += step;
      if (!nothingNew) {
        combine(J, d, held, n, z);
        for (let j = 0; j < n; j++) x[j] += step * z[j];
      }
      if (step === whole) {
        joins(J, R, d, z, held, n);
        holding[held++] = next;
        holds[next] = 1;
        break;
      }
      holds[holding[leaves]] = 0;
      held = leave(J, R, d, leaves, held, n);
      for (let k = leaves; k < held; k++) {
        holding[k] = holding[k + 1];
        price[k] = price[k + 1];
      }
      price[held] = price[held + 1];
    }
  }
  return null;
};

/** −P⁻¹q, P⁻¹ = JᵀJ. */
const leastPoint = (J: Float64Array, q: Float64Array, n: number): Float64Array => {
  const x = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    const f = -dot(J, k * n, q, 0, n);
    for (let j = 0; j < n; j++) x[j] += J[k * n + j] * f;
  }
  return x;
};

/** Sum of products from two places; four sums side by side do not wait for each other. */
const dot = (a: Float64Array, at: number, b: Float64Array, from: number, n: number): number => {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let j = 0;
  for (; j + 3 < n; j += 4) {
    s0 += a[at + j] * b[from + j];
    s1 += a[at + j + 1] * b[from + j + 1];
    s2 += a[at + j + 2] * b[from + j + 2];
    s3 += a[at + j + 3] * b[from + j + 3];
  }
  for (; j < n; j++) s0 += a[at + j] * b[from + j];
  return s0 + s1 + (s2 + s3);
};

/** z = Σ d[k]·(row k of J) from row `first` on; four rows at a time, so that a sum is loaded and stored once for four. */
const combine = (J: Float64Array, d: Float64Array, first: number, n: number, z: Float64Array): void => {
  z.fill(0);
  let k = first;
  for (; k + 3 < n; k += 4) {
    const row = k * n;
    const [d0, d1, d2, d3] = [d[k], d[k + 1], d[k + 2], d[k + 3]];
    for (let j = 0; j < n; j++)
      z[j] += d0 * J[row + j] + d1 * J[row + n + j] + (d2 * J[row + 2 * n + j] + d3 * J[row + 3 * n + j]);
  }
  for (; k < n; k++) {
    const f = d[k];
    const row = k * n;
    for (let j = 0; j < n; j++) z[j] += f * J[row + j];
  }
};

/** Turns two rows of J, and nothing else, so that (a, b) becomes (length, 0). @returns the length */
const turn = (J: Float64Array, first: number, second: number, a: number, b: number, n: number): number => {
  const length = Math.sqrt(a * a + b * b);
  const c = a / length;
  const s = b / length;
  const p = first * n;
  const o = second * n;
  for (let j = 0; j < n; j++) {
    const u = J[p + j];
    const w = J[o + j];
    J[p + j] = c * u + s * w;
    J[o + j] = c * w - s * u;
  }
  return length;
};

/**
 * One row more holds: what of it is free is mirrored into one direction (Householder), the last column of R.
 *
 * @param z what the free part of d makes of the rows of J
 */
const joins = (J: Float64Array, R: Float64Array, d: Float64Array, z: Float64Array, held: number, n: number): void => {
  let square = 0;
  for (let k = held; k < n; k++) square += d[k] * d[k];
  // The sign that adds, so that nothing cancels.
  const length = d[held] > 0 ? -Math.sqrt(square) : Math.sqrt(square);
  const first = d[held] - length;
  const scale = -1 / (length * first);
  for (let k = 0; k < held; k++) R[held * n + k] = d[k];
  R[held * n + held] = length;
  d[held] = first;
  const across = new Float64Array(n);
  for (let j = 0; j < n; j++) across[j] = scale * (z[j] - length * J[held * n + j]);
  for (let k = held; k < n; k++) {
    const f = d[k];
    const row = k * n;
    for (let j = 0; j < n; j++) J[row + j] -= f * across[j];
  }
};

/** One row fewer: the columns after it move up and R is made a triangle again; the row in hand, d, turns with it. @returns how many hold now */
const leave = (J: Float64Array, R: Float64Array, d: Float64Array, gone: number, held: number, n: number): number => {
  for (let j = gone; j + 1 < held; j++) for (let k = 0; k <= j + 1; k++) R[j * n + k] = R[(j + 1) * n + k];
  for (let j = gone; j + 1 < held; j++) {
    const a = R[j * n + j];
    const b = R[j * n + j + 1];
    if (b === 0) continue;
    const length = turn(J, j, j + 1, a, b, n);
    const c = a / length;
    const s = b / length;
    const along = d[j];
    d[j] = c * along + s * d[j + 1];
    d[j + 1] = c * d[j + 1] - s * along;
    for (let k = j; k + 1 < held; k++) {
      const u = R[k * n + j];
      const w = R[k * n + j + 1];
      R[k * n + j] = c * u + s * w;
      R[k * n + j + 1] = c * w - s * u;
    }
  }
  return held - 1;
};
