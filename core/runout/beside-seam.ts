import { READING_SIGMA, weldedLine } from "./line";
import { type Readings, totalReading } from "./runout";

/** Total reading of a turn; where a weld or rust stands up, also of all the rest. */
export interface Total {
  /** mm, the whole turn of the dial. */
  readonly whole: number;
  /** mm, what a tolerance is held against: no spoke moves a weld. The same as `whole` where there is none. */
  readonly beside: number;
  readonly weld: boolean;
  /** Places, 0…n−1, where it stands up. */
  readonly at: readonly number[];
  /** mm either way that `beside` is sure to, with 95 in 100: the highest and the lowest reading are each sure to theirs. */
  readonly sure: number;
}

/** 1 σ of each reading, mm; null or left out: a careful dial. */
type Sure = Readings | undefined;

const sureTo = (readings: Readings, sure: Sure): number => {
  const read = readings.flatMap((v, i) => (v === null ? [] : [{ v, sigma: sure?.[i] ?? READING_SIGMA }]));
  const high = read.reduce((a, b) => (b.v > a.v ? b : a));
  const low = read.reduce((a, b) => (b.v < a.v ? b : a));
  return 2 * Math.hypot(high.sigma, low.sigma);
};

/** @returns null with fewer than two places read */
export const totalBesideSeam = (readings: Readings, sure?: Sure): Total | null => {
  if (readings.filter((r) => r !== null).length < 2) return null;
  const whole = totalReading(readings);
  const { seam, masked } = weldedLine(readings);
  if (!seam) return { whole, beside: whole, weld: false, at: [], sure: sureTo(readings, sure) };
  // Only what stands up is the weld's: a place that reads too low is a slip or a dent, and counts.
  const line = weldedLine(readings.map((r, i) => (masked.includes(i) ? null : r))).at;
  const up = masked.filter((i) => (readings[i] ?? 0) > line[i]);
  const rest = readings.map((r, i) => (up.includes(i) ? null : r));
  return { whole, beside: totalReading(rest), weld: true, at: up, sure: sureTo(rest, sure) };
};
