/**
 * Matrices of a wheel that is laced evenly: holes go round in fours, so row i + 4 is row i moved four places on, and the
 * first four columns say all. A Fourier sum over the fours splits such a matrix into n/4 blocks of 4×4 that know nothing
 * of each other; forty spokes cost ten small inverses instead of one of 40³.
 */
export const FOUR = 4;

/** One block of numbers with two parts each, row-major 4×4, for every k per turn of the fours from 0 to half their count. */
interface Blocks {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

const SIZE = FOUR * FOUR;

/** cos and sin of all the angles 2π·m/count. */
const circle = (count: number): { readonly cos: Float64Array; readonly sin: Float64Array } => ({
  cos: Float64Array.from({ length: count }, (_, m) => Math.cos((2 * Math.PI * m) / count)),
  sin: Float64Array.from({ length: count }, (_, m) => Math.sin((2 * Math.PI * m) / count)),
});

/** @param columns first four columns, row-major n×4 */
const toBlocks = (columns: Float64Array, fours: number): Blocks => {
  const { cos, sin } = circle(fours);
  const half = fours >> 1;
  const re = new Float64Array((half + 1) * SIZE);
  const im = new Float64Array((half + 1) * SIZE);
  for (let k = 0; k <= half; k++)
    for (let m = 0, at = 0; m < fours; m++, at = (at + k) % fours)
      for (let e = 0; e < SIZE; e++) {
        re[k * SIZE + e] += cos[at] * columns[m * SIZE + e];
        im[k * SIZE + e] -= sin[at] * columns[m * SIZE + e];
      }
  return { re, im };
};

/** The whole matrix, row-major n×n. */
const fromBlocks = ({ re, im }: Blocks, fours: number): Float64Array => {
  const { cos, sin } = circle(fours);
  const half = fours >> 1;
  const columns = new Float64Array(fours * SIZE);
  for (let m = 0; m < fours; m++)
    for (let k = 0, at = 0; k <= half; k++, at = (at + m) % fours) {
      const weight = (k === 0 || 2 * k === fours ? 1 : 2) / fours;
      const c = weight * cos[at];
      const s = weight * sin[at];
      for (let e = 0; e < SIZE; e++) columns[m * SIZE + e] += c * re[k * SIZE + e] - s * im[k * SIZE + e];
    }
  return spread(columns, fours * FOUR);
};

/** @param columns first four columns, row-major n×4 @returns n×n, row-major */
export const spread = (columns: Float64Array, n: number): Float64Array => {
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let from = 0; from < n; from += FOUR) {
      const row = ((i - from + n) % n) * FOUR;
      const to = i * n + from;
      out[to] = columns[row];
      out[to + 1] = columns[row + 1];
      out[to + 2] = columns[row + 2];
      out[to + 3] = columns[row + 3];
    }
  return out;
};

/** a·b, block by block. */
const product = (a: Blocks, b: Blocks): Blocks => {
  const re = new Float64Array(a.re.length);
  const im = new Float64Array(a.re.length);
  for (let at = 0; at < re.length; at += SIZE)
    for (let i = 0; i < FOUR; i++)
      for (let j = 0; j < FOUR; j++) {
        let real = 0;
        let imaginary = 0;
        for (let k = 0; k < FOUR; k++) {
          const p = at + i * FOUR + k;
          const q = at + k * FOUR + j;
          real += a.re[p] * b.re[q] - a.im[p] * b.im[q];
          imaginary += a.re[p] * b.im[q] + a.im[p] * b.re[q];
        }
        re[at + i * FOUR + j] = real;
        im[at + i * FOUR + j] = imaginary;
      }
  return { re, im };
};

/** Gauss–Jordan in every block, in place, the largest of each column first. @returns false when one is singular */
const invertBlocks = ({ re, im }: Blocks): boolean => {
  for (let at = 0; at < re.length; at += SIZE) {
    const order = [0, 0, 0, 0];
    for (let k = 0; k < FOUR; k++) {
      let best = k;
      let most = -1;
      for (let i = k; i < FOUR; i++) {
        const p = at + i * FOUR + k;
        const size = re[p] * re[p] + im[p] * im[p];
        if (size > most) {
          most = size;
          best = i;
        }
      }
      if (!(most > 1e-300)) return false;
      order[k] = best;
      if (best !== k) for (let j = 0; j < FOUR; j++) exchange(re, im, at + k * FOUR + j, at + best * FOUR + j);
      const pivot = at + k * FOUR + k;
      const [pr, pi] = [re[pivot] / most, -im[pivot] / most];
      re[pivot] = 1;
      im[pivot] = 0;
      for (let j = 0; j < FOUR; j++) {
        const p = at + k * FOUR + j;
        const real = re[p] * pr - im[p] * pi;
        im[p] = re[p] * pi + im[p] * pr;
        re[p] = real;
      }
      for (let i = 0; i < FOUR; i++) {
        if (i === k) continue;
        const p = at + i * FOUR + k;
        const [fr, fi] = [re[p], im[p]];
        re[p] = 0;
        im[p] = 0;
        for (let j = 0; j < FOUR; j++) {
          const to = at + i * FOUR + j;
          const from = at + k * FOUR + j;
          re[to] -= fr * re[from] - fi * im[from];
          im[to] -= fr * im[from] + fi * re[from];
        }
      }
    }
    for (let k = FOUR - 1; k >= 0; k--)
      if (order[k] !== k) for (let i = 0; i < FOUR; i++) exchange(re, im, at + i * FOUR + k, at + i * FOUR + order[k]);
  }
  return true;
};

const exchange = (re: Float64Array, im: Float64Array, a: number, b: number): void => {
  const [x, y] = [re[a], im[a]];
  re[a] = re[b];
  im[a] = im[b];
  re[b] = x;
  im[b] = y;
};

/**
 * (1/k + C)⁻¹ and the products of `lateral` and `radial` with it, all n×n row-major.
 *
 * @param compliance C by its first four columns, row-major n×4; so are the other two
 * @param axial k of the first four; all others are like them
 * @returns null when a block is singular
 */
export const springsOnRepeating = (
  compliance: Float64Array,
  lateral: Float64Array,
  radial: Float64Array,
  axial: ArrayLike<number>,
): { readonly pull: Float64Array; readonly lateral: Float64Array; readonly radial: Float64Array } | null => {
  const fours = compliance.length / SIZE;
  const system = toBlocks(compliance, fours);
  for (let at = 0; at < system.re.length; at += SIZE)
    for (let i = 0; i < FOUR; i++) system.re[at + i * FOUR + i] += 1 / axial[i];
  if (!invertBlocks(system)) return null;
  return {
    pull: fromBlocks(system, fours),
    lateral: fromBlocks(product(toBlocks(lateral, fours), system), fours),
    radial: fromBlocks(product(toBlocks(radial, fours), system), fours),
  };
};

/**
 * What the same wheel does when its spokes are shortened, for one set of turns: no matrix is ever made whole.
 *
 * @param shortening mm, n long
 * @returns mm at the holes and N in the spokes, or null when a block is singular
 */
export const repeatingAnswer = (
  compliance: Float64Array,
  lateral: Float64Array,
  radial: Float64Array,
  axial: ArrayLike<number>,
  shortening: Float64Array,
): { readonly lateral: Float64Array; readonly radial: Float64Array; readonly tension: Float64Array } | null => {
  const n = shortening.length;
  const fours = n / FOUR;
  const { cos, sin } = circle(fours);
  const system = toBlocks(compliance, fours);
  for (let at = 0; at < system.re.length; at += SIZE)
    for (let i = 0; i < FOUR; i++) system.re[at + i * FOUR + i] += 1 / axial[i];
  if (!invertBlocks(system)) return null;
  const half = fours >> 1;
  const turned: Parts = { re: new Float64Array((half + 1) * FOUR), im: new Float64Array((half + 1) * FOUR) };
  for (let k = 0; k <= half; k++)
    for (let m = 0, at = 0; m < fours; m++, at = (at + k) % fours)
      for (let e = 0; e < FOUR; e++) {
        turned.re[k * FOUR + e] += cos[at] * shortening[m * FOUR + e];
        turned.im[k * FOUR + e] -= sin[at] * shortening[m * FOUR + e];
      }
  const back = ({ re, im }: Parts): Float64Array => {
    const out = new Float64Array(n);
    for (let m = 0; m < fours; m++)
      for (let k = 0, at = 0; k <= half; k++, at = (at + m) % fours) {
        const weight = (k === 0 || 2 * k === fours ? 1 : 2) / fours;
        for (let e = 0; e < FOUR; e++)
          out[m * FOUR + e] += weight * (cos[at] * re[k * FOUR + e] - sin[at] * im[k * FOUR + e]);
      }
    return out;
  };
  const pull = applied(system, turned);
  return {
    tension: back(pull),
    lateral: back(applied(toBlocks(lateral, fours), pull)),
    radial: back(applied(toBlocks(radial, fours), pull)),
  };
};

/** Four numbers with two parts each for every k per turn. */
type Parts = Blocks;

const applied = (a: Blocks, x: Parts): Parts => {
  const re = new Float64Array(x.re.length);
  const im = new Float64Array(x.re.length);
  for (let i = 0; i < re.length; i++) {
    const from = i - (i % FOUR);
    for (let k = 0; k < FOUR; k++) {
      const p = i * FOUR + k;
      re[i] += a.re[p] * x.re[from + k] - a.im[p] * x.im[from + k];
      im[i] += a.re[p] * x.im[from + k] + a.im[p] * x.re[from + k];
    }
  }
  return { re, im };
};
