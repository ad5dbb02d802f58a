/**
 * Dense solves for the hot path. A general linear-algebra package was tried first: on these 20 to 72 unknowns its
 * boxed rows cost several times the arithmetic, and the advice must answer within a frame. The package stays in the
 * tests, where it checks these.
 */

/** Row-major n×n. @returns the Cholesky factor in the lower triangle, or null when the matrix is not positive */
export const cholesky = (matrix: Float64Array, n: number): Float64Array | null => {
  const l = matrix.slice();
  for (let j = 0; j < n; j++) {
    const rowJ = j * n;
    let pivot = l[rowJ + j];
    for (let k = 0; k < j; k++) pivot -= l[rowJ + k] * l[rowJ + k];
    if (!(pivot > 0)) return null;
    const root = Math.sqrt(pivot);
    l[rowJ + j] = root;
    for (let i = j + 1; i < n; i++) {
      const rowI = i * n;
      let sum = l[rowI + j];
      for (let k = 0; k < j; k++) sum -= l[rowI + k] * l[rowJ + k];
      l[rowI + j] = sum / root;
    }
  }
  return l;
};

/** Solves L·Lᵀ·x = b in place. */
export const choleskySolve = (l: Float64Array, n: number, b: Float64Array): Float64Array => {
  for (let i = 0; i < n; i++) {
    let sum = b[i];
    for (let k = 0; k < i; k++) sum -= l[i * n + k] * b[k];
    b[i] = sum / l[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i];
    for (let k = i + 1; k < n; k++) sum -= l[k * n + i] * b[k];
    b[i] = sum / l[i * n + i];
  }
  return b;
};

/** L⁻¹ of a lower triangle, row-major. */
export const lowerInverse = (l: Float64Array, n: number): Float64Array => {
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    const to = i * n;
    for (let k = 0; k < i; k++) {
      const f = l[to + k];
      if (f === 0) continue;
      const from = k * n;
      for (let j = 0; j <= k; j++) out[to + j] -= f * out[from + j];
    }
    const pivot = 1 / l[to + i];
    for (let j = 0; j < i; j++) out[to + j] *= pivot;
    out[to + i] = pivot;
  }
  return out;
};

/** The diagonal of (L·Lᵀ)⁻¹: sums of squares down the columns of L⁻¹. */
export const inverseDiagonal = (l: Float64Array, n: number): Float64Array => {
  const inverse = lowerInverse(l, n);
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) for (let j = 0; j <= i; j++) out[j] += inverse[i * n + j] ** 2;
  return out;
};

/**
 * Inverse of a general n×n matrix by Gauss–Jordan with row exchange.
 *
 * @returns null when the matrix is singular
 */
export const invert = (matrix: Float64Array, n: number): Float64Array | null => {
  const a = matrix.slice();
  const order = new Int32Array(n);
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[best * n + k])) best = i;
    order[k] = best;
    const pivot = a[best * n + k];
    if (!(Math.abs(pivot) > 1e-300)) return null;
    if (best !== k)
      for (let j = 0; j < n; j++) {
        const held = a[k * n + j];
        a[k * n + j] = a[best * n + j];
        a[best * n + j] = held;
      }
    const scale = 1 / pivot;
    a[k * n + k] = 1;
    for (let j = 0; j < n; j++) a[k * n + j] *= scale;
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const factor = a[i * n + k];
      if (factor === 0) continue;
      a[i * n + k] = 0;
      for (let j = 0; j < n; j++) a[i * n + j] -= factor * a[k * n + j];
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    const other = order[k];
    if (other === k) continue;
    for (let i = 0; i < n; i++) {
      const held = a[i * n + k];
      a[i * n + k] = a[i * n + other];
      a[i * n + other] = held;
    }
  }
  return a;
};

/** out = a(rows×inner) · b(inner×columns), row-major. */
export const multiply = (
  a: Float64Array,
  b: Float64Array,
  rows: number,
  inner: number,
  columns: number,
): Float64Array => {
  const out = new Float64Array(rows * columns);
  for (let i = 0; i < rows; i++) {
    const to = i * columns;
    let k = 0;
    // Four at a time, so that a sum is loaded and stored once for four.
    for (; k + 3 < inner; k += 4) {
      const at = i * inner + k;
      const [f0, f1, f2, f3] = [a[at], a[at + 1], a[at + 2], a[at + 3]];
      const [r0, r1, r2, r3] = [k, k + 1, k + 2, k + 3].map((row) => row * columns);
      for (let j = 0; j < columns; j++)
        out[to + j] += f0 * b[r0 + j] + f1 * b[r1 + j] + (f2 * b[r2 + j] + f3 * b[r3 + j]);
    }
    for (; k < inner; k++) {
      const factor = a[i * inner + k];
      const from = k * columns;
      for (let j = 0; j < columns; j++) out[to + j] += factor * b[from + j];
    }
  }
  return out;
};
