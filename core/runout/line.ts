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
}

/** 1 σ of a careful dial reading, mm (common practice: a division is a hundredth, two are sure). */
export const READING_SIGMA = 0.02;

/**
 * A rim is a stiff hoop: the k-per-turn part of its line falls off as 1/k². That prior, a mean and a once-per-turn part
 * left free, and the readings' own noise give the likeliest line (a Gaussian process on the circle; Rasmussen and
 * Williams, *Gaussian Processes for Machine Learning*, ch. 2). Readings that stand more than 4 σ off it are put aside
 * one by one, worst first, as long as no more than an eighth of them go.
 *
 * @param forced mm, what is already known to bend the rim; the line is sought on top of it
 */
export const rimLine = (
  read: Readings,
  noise = READING_SIGMA,
  forced: Float64Array = new Float64Array(read.length),
): RimLine => {
  const line = freeLine(
    read.map((r, i) => (r === null ? null : r - forced[i])),
    noise,
  );
  return { ...line, at: line.at.map((v, i) => v + forced[i]) };
};

const freeLine = (readings: Readings, noise: number): RimLine => {
  const n = readings.length;
  const known = readings.flatMap((r, i) => (r === null ? [] : [i]));
  const mean = meanReading(readings);
  if (known.length < 2)
    return { at: new Float64Array(n).fill(mean), sigma: new Float64Array(n).fill(0.5), masked: [], seam: null };
  const values = readings.map((r) => (r === null ? 0 : r - mean));
  const rough = Math.sqrt(known.reduce((sum, i) => sum + values[i] ** 2, 0) / known.length);
  const size = Math.max(0.1, rough);
  const covariance = new Float64Array(n);
  for (let m = 0; m < n; m++) {
    let sum = (10 * size) ** 2;
    for (let k = 1; k <= n / 2; k++)
      sum += (k === 1 ? 4 : 4 / (k * k)) ** 2 * size * size * Math.cos((2 * Math.PI * k * m) / n);
    covariance[m] = sum;
  }
  const masked: number[] = [];
  const most = Math.max(1, Math.floor(known.length / 8));
  for (;;) {
    const used = known.filter((i) => !masked.includes(i));
    const u = used.length;
    const system = new Float64Array(u * u);
    for (let i = 0; i < u; i++)
      for (let j = 0; j < u; j++)
        system[i * u + j] = covariance[(used[i] - used[j] + n) % n] + (i === j ? noise * noise : 0);
    const factor = cholesky(system, u);
    if (!factor)
      return {
        at: Float64Array.from(values, (v) => v + mean),
        sigma: new Float64Array(n).fill(noise),
        masked: [],
        seam: null,
      };
    const weights = choleskySolve(
      factor,
      u,
      Float64Array.from(used, (i) => values[i]),
    );
    // Each reading against what the others say of its place: residual w/K⁻¹ᵢᵢ with σ² = 1/K⁻¹ᵢᵢ.
    let worst = -1;
    let worstRatio = 4;
    const diagonal = inverseDiagonal(factor, u);
    for (let i = 0; i < u; i++) {
      const ratio = Math.abs(weights[i]) / Math.sqrt(diagonal[i]);
      if (ratio > worstRatio) {
        worst = used[i];
        worstRatio = ratio;
      }
    }
    if (worst >= 0 && masked.length < most && u > 6) {
      masked.push(worst);
      continue;
    }
    const at = new Float64Array(n);
    const sigma = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      const cross = Float64Array.from(used, (j) => covariance[(i - j + n) % n]);
      let sum = 0;
      for (let j = 0; j < u; j++) sum += cross[j] * weights[j];
      at[i] = sum + mean;
      // A hole that was read is about as sure as its reading; the sum is only worth it in the gaps.
      if (readings[i] !== null && !masked.includes(i)) {
        sigma[i] = noise;
        continue;
      }
      const solved = choleskySolve(factor, u, cross.slice());
      let explained = 0;
      for (let j = 0; j < u; j++) explained += cross[j] * solved[j];
      sigma[i] = Math.sqrt(Math.max(1e-8, covariance[0] - explained));
    }
    masked.sort((a, b) => a - b);
    return { at, sigma, masked, seam: seamAmong(masked, readings, at) };
  }
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
