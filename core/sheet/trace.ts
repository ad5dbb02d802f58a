import { totalBesideSeam } from "../runout/beside-seam";
import { drawnAbout, drawnScale } from "../runout/drawn";
import type { Readings } from "../runout/runout";

/** A trace once round as it is drawn on a sheet. */
export interface SheetTrace {
  /** mm either way of the middle. */
  readonly scale: number;
  /** Half the tolerance's band, as part of the scale. */
  readonly band: number;
  /** From the valve: part of the turn, height as part of the scale; whether the weld stands there. */
  readonly points: readonly { readonly turn: number; readonly up: number; readonly weld: boolean }[];
}

/**
 * The tolerance's band lies about the rim beside its weld, for no spoke moves a weld.
 *
 * @param limit mm of total reading allowed
 * @returns null with fewer than two places read
 */
export const sheetTrace = (readings: Readings, limit: number): SheetTrace | null => {
  const total = totalBesideSeam(readings);
  if (!total) return null;
  const read = readings.flatMap((v, i) => (v === null ? [] : [{ v, i, weld: total.at.includes(i) }]));
  const middle = drawnAbout(readings, limit);
  const largest = Math.max(limit / 2, ...read.map((r) => Math.abs(r.v - middle)));
  const scale = drawnScale(largest);
  return {
    scale,
    band: limit / 2 / scale,
    points: read.map(({ v, i, weld }) => ({ turn: (i + 0.5) / readings.length, up: (v - middle) / scale, weld })),
  };
};
