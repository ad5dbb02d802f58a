import { rimLine } from "./line";
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
}

/** @returns null with fewer than two places read */
export const totalBesideSeam = (readings: Readings): Total | null => {
  if (readings.filter((r) => r !== null).length < 2) return null;
  const whole = totalReading(readings);
  const { seam, masked } = rimLine(readings);
  if (!seam) return { whole, beside: whole, weld: false, at: [] };
  // Only what stands up is the weld's: a place that reads too low is a slip or a dent, and counts.
  const line = rimLine(readings.map((r, i) => (masked.includes(i) ? null : r))).at;
  const up = masked.filter((i) => (readings[i] ?? 0) > line[i]);
  const beside = totalReading(readings.map((r, i) => (up.includes(i) ? null : r)));
  return { whole, beside, weld: true, at: up };
};
