import { cholesky, choleskySolve, inverseDiagonal } from "../mechanics/dense";
import { meanReading, type Readings } from "./runout";

/** Where the surface stands up over a spoke or two and the rim's line does not: a weld, rust, a wild reading. */
export interface Seam {
  readonly fromDeg: number;
  readonly toDeg: number;
  /** mm above the line on both sides of it. */
  readonly height: number;
}

/** The rim's own line through noisy readings. */
export interface RimLine {
  /** mm at every hole, also where nothing was read. */
  readonly at: Float64Array;
  /** 1 σ, mm, at every hole. */
  readonly sigma: Float64Array;
  /** Holes kept out of the sums, from 0. */
  readonly masked: readonly number[];
  readonly seam: Seam | null;
  /** What is not known of it, mm² between every two holes: n×n. Worked out when asked for. */
  readonly doubt: () => Float64Array;
}

/** What a line was read on, and how often. */
export interface HowRead {
  /** Read on the bed, where a weld stands up, not on the side. */
  readonly welded?: boolean;
  /** Places read alike in more than one round: what stands there is the rim's, or its weld's. */
  readonly again?: readonly boolean[];
}

/** 1 σ of a careful dial reading, mm (common practice: a division is a hundredth, two are sure). */
export const READING_SIGMA = 0.02;

/**
 * How fast the parts of a rim's line fall off with k per turn, against the size of the readings: long waves only; a short
 * bend too; or one that was hit, as much over k up to the eighth and little past it.
 */
const FALL = [(k: number) => 8 / k ** 3, (k: number) => 4 / k ** 2, (k: number) => 1 / k / Math.max(1, k / 8)] as const;
/** Part of the holes that must be read before a smooth line that explains them is believed. */
const MANY = 0.75;
/** Log of the chance of a reading that is put aside: as small as that of one 3.5 σ off, 3.5²/2. */
const ASIDE = -6;
/** A weld stands up over a spoke or two; what is longer is the rim's line. */
const WELD_SPOKES = 2;
/** mm that a weld stands up over what lies beside it, less what the rim's line may rise there. */
const WELD_STANDS = 0.12;
/**
 * A reading is only said to stand out of the rim's line where that line is seen on both sides of it: read within so many
 * holes, to so many mm. Among eight readings of forty a true low place looks just like a wild one; one that stands up may
 * well be a weld, and is believed to be one sooner.
 */
const SEEN = { within: 1, weldWithin: 3, sigma: 0.05 };
/** Mean square of the left-overs, in their own σ², that calls for nothing more. */
const WELL = 1.1;

/**
 * A rim is a stiff hoop: the k-per-turn part of its line falls off as 1/k² to 1/k³. That prior, a mean and a once-per-turn
 * part left free, and the readings' own noise give the likeliest line (a Gaussian process on the circle; Rasmussen and
 * Williams, *Gaussian Processes for Machine Learning*, ch. 2); of the two ways of falling off the one that explains the
 * readings better is taken (the same, ch. 5.4: marginal likelihood). Readings that stand more than 3.5 σ off it are put
 * aside one by one, worst first, as long as no more than an eighth of them go.
 *
 * @param noise 1 σ, mm, of every reading or of each
 * @param forced mm, what is already known to bend the rim; the line is sought on top of it
 */
export const rimLine = (
  read: Readings,
  noise: number | readonly number[] = READING_SIGMA,
  forced: ArrayLike<number> = new Float64Array(read.length),
  how: HowRead = {},
): RimLine => {
  const n = read.length;
  const readings = read.map((r, i) => (r === null ? null : r - forced[i]));
  const sigma = typeof noise === "number" ? new Array<number>(n).fill(noise) : noise;
  const known = readings.flatMap((r, i) => (r === null ? [] : [i]));
  const mean = meanReading(readings);
  const lie = (line: RimLine): RimLine => ({ ...line, at: line.at.map((v, i) => v + forced[i]) });
  if (known.length < 2)
    return lie({
      at: new Float64Array(n).fill(mean),
      sigma: new Float64Array(n).fill(0.5),
      masked: [],
      seam: null,
      doubt: () => everyOne(n, 0.5),
    });
  const fits: Fit[] = [];
  for (const fall of FALL) {
    const fit = fitted(readings, sigma, known, mean, fall, how);
    if (fit) fits.push(fit);
    // Explained as well as readings can be, with no more than a weld left out: a rougher line has nothing to add. A few
    // readings are explained well by anything.
    if (fit && fit.misfit < WELL && fit.masked.length <= 2 && known.length > MANY * n) break;
  }
  if (fits.length === 0)
    return lie({
      at: Float64Array.from(readings, (r) => r ?? mean),
      sigma: Float64Array.from(sigma),
      masked: [],
      seam: null,
      doubt: () => everyOne(n, READING_SIGMA),
    });
  const best = fits.reduce((a, b) => (b.evidence > a.evidence ? b : a));
  return lie(lineOf(best, readings, sigma, mean));
};

/** mm²: every hole by itself. */
const everyOne = (n: number, sigma: number): Float64Array =>
  Float64Array.from({ length: n * n }, (_, at) => (at % (n + 1) === 0 ? sigma ** 2 : 0));

/** The line where a weld may stand up. */
export const weldedLine = (read: Readings): RimLine => rimLine(read, READING_SIGMA, undefined, { welded: true });

/** Readings explained by one way of falling off. */
interface Fit {
  readonly covariance: Float64Array;
  readonly masked: readonly number[];
  /** K⁻¹·(reading − mean) of the readings used, by hole, 0 elsewhere. */
  readonly weights: Float64Array;
  /** cᵀK⁻¹d for the readings used, c and d what each has in common with these two holes: for this hole and itself, or every. */
  readonly explainedAt: (hole: number) => number;
  readonly explained: (hole: number) => Float64Array;
  /** Mean square of what is left over, in its own σ². */
  readonly misfit: number;
  /** Log of how likely these readings were. */
  readonly evidence: number;
}

const fitted = (
  readings: Readings,
  sigma: readonly number[],
  known: readonly number[],
  mean: number,
  fall: (typeof FALL)[number],
  { welded = false, again }: HowRead,
): Fit | null => {
  const n = readings.length;
  const values = readings.map((r) => (r === null ? 0 : r - mean));
  const size = Math.max(0.1, Math.sqrt(known.reduce((sum, i) => sum + values[i] ** 2, 0) / known.length));
  const half = Math.floor(n / 2);
  const power = Float64Array.from({ length: half + 1 }, (_, k) =>
    k === 0 ? (10 * size) ** 2 : ((k === 1 ? 4 : fall(k)) * size) ** 2,
  );
  const cosine = Float64Array.from({ length: n }, (_, m) => Math.cos((2 * Math.PI * m) / n));
  const covariance = new Float64Array(n);
  for (let m = 0; m < n; m++)
    for (let k = 0, at = 0; k <= half; k++, at = (at + m) % n) covariance[m] += power[k] * cosine[at];
  const u = known.length;
  const system = new Float64Array(u * u);
  for (let i = 0; i < u; i++)
    for (let j = 0; j <= i; j++)
      system[i * u + j] = covariance[known[i] - known[j]] + (i === j ? sigma[known[i]] ** 2 : 0);
  const factor = cholesky(system, u);
  if (!factor) return null;
  const solved = (right: Float64Array) => choleskySolve(factor, u, right);
  const weights = solved(Float64Array.from(known, (i) => values[i]));
  const diagonal = inverseDiagonal(factor, u);
  let logDeterminant = 0;
  for (let i = 0; i < u; i++) logDeterminant += 2 * Math.log(factor[i * u + i]);

  // Without one reading K⁻¹ is K⁻¹ with it less row·rowᵀ/own of it (Rasmussen and Williams, A.12): nothing is solved anew.
  const aside: { readonly at: number; readonly row: Float64Array; readonly own: number }[] = [];
  const isAside = new Uint8Array(u);
  const most = Math.max(1, Math.floor(u / 8));
  /** How many neighbours in a row would be aside with this one. */
  const runWith = (i: number): number => {
    let [from, to] = [0, 0];
    while (to < u && isAside[(i + to + 1) % u]) to++;
    while (from < u && isAside[(i - from - 1 + u) % u]) from++;
    return from + to + 1;
  };
  const good = new Uint8Array(n);
  for (const i of known) good[i] = sigma[i] <= SEEN.sigma ? 1 : 0;
  const standsUp = (i: number): boolean =>
    [1, -1].every((way) =>
      [1, 2].some((by) => {
        const beside = readings[(known[i] + way * by + n) % n];
        return beside !== null && values[known[i]] + mean - beside > WELD_STANDS;
      }),
    );
  // Read alike twice it is no slip; but a weld stands up every time, over both its sides.
  const isTheRim = (i: number): boolean => (again?.[known[i]] ?? false) && !(welded && weights[i] > 0 && standsUp(i));
  const seenBeside = (i: number): boolean => {
    const within = welded && weights[i] > 0 ? SEEN.weldWithin : SEEN.within;
    const on = (way: number) => {
      for (let by = 1; by <= within; by++) if (good[(known[i] + way * by + n) % n]) return true;
      return false;
    };
    return on(1) && on(-1);
  };
  while (aside.length < most && u - aside.length > 6) {
    // Each reading against what the others say of its place: residual w/K⁻¹ᵢᵢ with σ² = 1/K⁻¹ᵢᵢ.
    let worst = -1;
    let worstRatio = 3.5;
    for (let i = 0; i < u; i++) {
      if (isAside[i] || runWith(i) > WELD_SPOKES || isTheRim(i) || !seenBeside(i)) continue;
      const ratio = Math.abs(weights[i]) / Math.sqrt(diagonal[i]);
      if (ratio <= worstRatio) continue;
      worst = i;
      worstRatio = ratio;
    }
    if (worst < 0) break;
    const unit = new Float64Array(u);
    unit[worst] = 1;
    const row = solved(unit);
    for (const gone of aside) {
      const f = gone.row[worst] / gone.own;
      for (let i = 0; i < u; i++) row[i] -= f * gone.row[i];
    }
    const own = diagonal[worst];
    const weight = weights[worst] / own;
    for (let i = 0; i < u; i++) {
      weights[i] -= row[i] * weight;
      diagonal[i] -= row[i] ** 2 / own;
    }
    logDeterminant += Math.log(own);
    isAside[worst] = 1;
    aside.push({ at: known[worst], row, own });
  }
  const withKnown = (hole: number) => Float64Array.from(known, (i) => covariance[(hole - i + n) % n]);
  /** K⁻¹d of the readings used, d what they have in common with a hole. */
  const acrossFrom = (hole: number): Float64Array => {
    const across = solved(withKnown(hole));
    const common = withKnown(hole);
    for (const gone of aside) {
      let along = 0;
      for (let i = 0; i < u; i++) along += gone.row[i] * common[i];
      for (let i = 0; i < u; i++) across[i] -= (gone.row[i] * along) / gone.own;
    }
    return across;
  };
  const common = (across: Float64Array, other: number): number => {
    let sum = 0;
    for (let i = 0; i < u; i++) sum += across[i] * covariance[(other - known[i] + n) % n];
    return sum;
  };
  const used = u - aside.length;
  const byHole = new Float64Array(n);
  let misfit = 0;
  known.forEach((hole, i) => {
    if (isAside[i]) return;
    byHole[hole] = weights[i];
    misfit += (values[hole] * weights[i]) / used;
  });
  return {
    covariance,
    masked: aside.map((gone) => gone.at).sort((a, b) => a - b),
    weights: byHole,
    misfit,
    evidence: aside.length * ASIDE - (logDeterminant + used * Math.log(2 * Math.PI) + misfit * used) / 2,
    explainedAt: (hole) => common(acrossFrom(hole), hole),
    explained: (hole) => {
      const across = acrossFrom(hole);
      return Float64Array.from({ length: n }, (_, other) => common(across, other));
    },
  };
};

const lineOf = (fit: Fit, readings: Readings, noise: readonly number[], mean: number): RimLine => {
  const n = readings.length;
  const { weights, covariance, masked, explainedAt, explained } = fit;
  const at = new Float64Array(n);
  const sigma = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += covariance[(i - j + n) % n] * weights[j];
    at[i] = sum + mean;
    // A hole that was read is about as sure as its reading; the sum is only worth it in the gaps.
    const read = readings[i] !== null && !masked.includes(i);
    sigma[i] = read ? noise[i] : Math.sqrt(Math.max(1e-8, covariance[0] - explainedAt(i)));
  }
  const doubt = (): Float64Array => {
    const out = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      const told = explained(i);
      for (let j = 0; j < n; j++) out[i * n + j] = covariance[(i - j + n) % n] - told[j];
    }
    return out;
  };
  return { at, sigma, masked, seam: seamAmong(masked, readings, at), doubt };
};

/** The highest masked place that stands up, with a masked neighbour if it has one. */
const seamAmong = (masked: readonly number[], readings: Readings, line: Float64Array): Seam | null => {
  const n = readings.length;
  let best: Seam | null = null;
  for (const i of masked) {
    const height = (readings[i] ?? 0) - line[i];
    if (height <= 0.1 || (best && height <= best.height)) continue;
    const next = masked.includes((i + 1) % n) ? 1 : 0;
    const before = masked.includes((i + n - 1) % n) ? 1 : 0;
    best = { fromDeg: ((i - before) * 360) / n, toDeg: ((i + 1 + next) * 360) / n, height };
  }
  return best;
};
