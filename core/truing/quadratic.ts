import { cholesky, choleskySolve, multiply } from "../mechanics/dense";

/**
 * A convex quadratic programme: least ½·xᵀPx + qᵀx with every row gᵢ·x ≤ hᵢ and low ≤ x ≤ high.
 * Bounds may be infinite. P row-major and symmetric; rows dense, row-major.
 */
export interface QuadraticProgramme {
  readonly variables: number;
  readonly P: Float64Array;
  readonly q: Float64Array;
  readonly rows: number;
  readonly G: Float64Array;
  readonly h: Float64Array;
  readonly low: Float64Array;
  readonly high: Float64Array;
}

/** Room given at first to rows that a starting point breaks or just meets. */
const NEAR = 0.1;

/**
 * Primal–dual interior point with a predictor and a corrector step (Mehrotra; Nocedal and Wright, *Numerical
 * Optimization*, ch. 16). The package that serves as its check in the tests works by active sets on dense rows and
 * takes some tens of milliseconds on the three hundred rows of a wheel; this takes a dozen factorizations of the size
 * of the unknowns, and bounds cost only their diagonal.
 *
 * @param start a point near the least one, as the answer of a like programme
 * @returns the least point, or null when no point fits all rows
 */
export const solveQuadratic = (qp: QuadraticProgramme, tolerance = 1e-7, start?: Float64Array): Float64Array | null => {
  const { variables: n, P, q, rows: m, G, h, low, high } = qp;
  const boundAt: number[] = [];
  const boundSign: number[] = [];
  const boundLimit: number[] = [];
  for (let i = 0; i < n; i++) {
    if (Number.isFinite(high[i])) {
      boundAt.push(i);
      boundSign.push(1);
      boundLimit.push(high[i]);
    }
    if (Number.isFinite(low[i])) {
      boundAt.push(i);
      boundSign.push(-1);
      boundLimit.push(-low[i]);
    }
  }
  const all = m + boundAt.length;
  const x = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    if (Number.isFinite(low[i]) && Number.isFinite(high[i])) x[i] = (low[i] + high[i]) / 2;
    else if (Number.isFinite(low[i])) x[i] = Math.max(0, low[i] + 1);
    else if (Number.isFinite(high[i])) x[i] = Math.min(0, high[i] - 1);
  }
  if (start) x.set(start);
  const rowTimes = (v: Float64Array): Float64Array => {
    const out = new Float64Array(all);
    for (let r = 0; r < m; r++) {
      let sum = 0;
      const at = r * n;
      for (let j = 0; j < n; j++) sum += G[at + j] * v[j];
      out[r] = sum;
    }
    for (let b = 0; b < boundAt.length; b++) out[m + b] = boundSign[b] * v[boundAt[b]];
    return out;
  };
  const transposeTimes = (y: Float64Array): Float64Array => {
    const out = new Float64Array(n);
    for (let r = 0; r < m; r++) {
      const f = y[r];
      const at = r * n;
      for (let j = 0; j < n; j++) out[j] += G[at + j] * f;
    }
    for (let b = 0; b < boundAt.length; b++) out[boundAt[b]] += boundSign[b] * y[m + b];
    return out;
  };
  const limit = new Float64Array(all);
  limit.set(h);
  for (let b = 0; b < boundAt.length; b++) limit[m + b] = boundLimit[b];

  const first = rowTimes(x);
  const s = new Float64Array(all);
  // A wheel's prices come out in the hundreds; starting there saves half the passes.
  const z = new Float64Array(all).fill(start ? 20 : 100);
  for (let r = 0; r < all; r++) s[r] = Math.max(start ? NEAR : 1, limit[r] - first[r]);
  // How much a row weighs against what is there without it.
  const size = new Float64Array(m);
  for (let r = 0; r < m; r++)
    for (let i = 0; i < n; i++) size[r] = Math.max(size[r], G[r * n + i] ** 2 / Math.max(P[i * n + i], 1e-9));
  const live = new Int32Array(m);
  const normal = new Float64Array(n * n);
  for (let pass = 0; pass < 60; pass++) {
    const gx = rowTimes(x);
    const gz = transposeTimes(z);
    const dual = multiply(P, x, n, n, 1);
    let dualWorst = 0;
    for (let i = 0; i < n; i++) {
      dual[i] += q[i] + gz[i];
      dualWorst = Math.max(dualWorst, Math.abs(dual[i]));
    }
    const primal = new Float64Array(all);
    let primalWorst = 0;
    let gap = 0;
    for (let r = 0; r < all; r++) {
      primal[r] = gx[r] + s[r] - limit[r];
      primalWorst = Math.max(primalWorst, Math.abs(primal[r]));
      gap += s[r] * z[r];
    }
    gap /= all;
    if (gap < tolerance && primalWorst < tolerance * 10 && dualWorst < tolerance * 1000) return x;
    // Normal equations P + GᵀDG, D = z/s; lower triangle only.
    normal.set(P);
    // Rows far from holding leave the step as it is; what they ask for stays in the residuals.
    let lively = 0;
    for (let r = 0; r < m; r++) if ((z[r] / s[r]) * size[r] > 1e-7) live[lively++] = r;
    addOuterProducts(normal, G, z, s, live, lively, n);
    for (let b = 0; b < boundAt.length; b++) normal[boundAt[b] * n + boundAt[b]] += z[m + b] / s[m + b];
    for (let i = 0; i < n; i++) normal[i * n + i] += 1e-12;
    const factor = cholesky(normal, n);
    if (!factor) return null;
    const direction = (complement: Float64Array) => {
      const weighted = new Float64Array(all);
      for (let r = 0; r < all; r++) weighted[r] = (z[r] * primal[r] - complement[r]) / s[r];
      const right = transposeTimes(weighted);
      for (let i = 0; i < n; i++) right[i] = -dual[i] - right[i];
      const dx = choleskySolve(factor, n, right);
      const gdx = rowTimes(dx);
      const ds = new Float64Array(all);
      const dz = new Float64Array(all);
      for (let r = 0; r < all; r++) {
        ds[r] = -primal[r] - gdx[r];
        dz[r] = -(complement[r] + z[r] * ds[r]) / s[r];
      }
      return { dx, ds, dz };
    };
    const reach = (v: Float64Array, dv: Float64Array): number => {
      let step = 1;
      for (let r = 0; r < all; r++) if (dv[r] < 0) step = Math.min(step, -v[r] / dv[r]);
      return step;
    };
    const complement = new Float64Array(all);
    for (let r = 0; r < all; r++) complement[r] = s[r] * z[r];
    const predictor = direction(complement);
    const stepS = reach(s, predictor.ds);
    const stepZ = reach(z, predictor.dz);
    let ahead = 0;
    for (let r = 0; r < all; r++) ahead += (s[r] + stepS * predictor.ds[r]) * (z[r] + stepZ * predictor.dz[r]);
    const centre = (ahead / all / gap) ** 3 * gap;
    for (let r = 0; r < all; r++) complement[r] = s[r] * z[r] + predictor.ds[r] * predictor.dz[r] - centre;
    const { dx, ds, dz } = direction(complement);
    const step = 0.99 * Math.min(reach(s, ds), reach(z, dz));
    if (!(step > 1e-10)) return null;
    for (let i = 0; i < n; i++) x[i] += step * dx[i];
    for (let r = 0; r < all; r++) {
      s[r] += step * ds[r];
      z[r] += step * dz[r];
    }
  }
  return null;
};

/**
 * Adds GᵀDG, D = z/s, to the lower triangle. A function of its own: inside the long solver the compiler left this loop,
 * nine tenths of the work, several times slower.
 */
const addOuterProducts = (
  normal: Float64Array,
  G: Float64Array,
  z: Float64Array,
  s: Float64Array,
  live: Int32Array,
  rows: number,
  n: number,
): void => {
  // Four rows at a time: one load and store of the sum serves four products.
  for (let r = 0; r < rows; r += 4) {
    const [ra, rb, rc, rd] = [r, r + 1, r + 2, r + 3].map((x) => live[Math.min(x, rows - 1)]);
    const a = ra * n;
    const b = rb * n;
    const c = rc * n;
    const d = rd * n;
    const da = z[ra] / s[ra];
    const db = r + 1 < rows ? z[rb] / s[rb] : 0;
    const dc = r + 2 < rows ? z[rc] / s[rc] : 0;
    const dd = r + 3 < rows ? z[rd] / s[rd] : 0;
    for (let i = 0; i < n; i++) {
      const fa = da * G[a + i];
      const fb = db * G[b + i];
      const fc = dc * G[c + i];
      const fd = dd * G[d + i];
      const row = i * n;
      for (let j = 0; j <= i; j++) normal[row + j] += fa * G[a + j] + fb * G[b + j] + fc * G[c + j] + fd * G[d + j];
    }
  }
};
