import { totalBesideSeam } from "./beside-seam";
import { medianOf } from "./median";
import type { Readings } from "./runout";

const SCALES = [0.5, 1, 2, 5];

/** mm either way that a run-out is drawn to: a round figure that is stated beside it, and holds all of it. */
export const drawnScale = (largest: number): number => SCALES.find((s) => s >= largest) ?? Math.ceil(largest);

/**
 * What a run-out is drawn about, mm on its dial, with the tolerance as a band about that: wherever it is drawn, it lies
 * inside the band beside its weld where it is inside the tolerance, and only then. Otherwise its median, so that what is bent
 * stands out of a rim that is not; moved no farther than the band asks.
 *
 * @param limit mm of total reading allowed; left out where no band is drawn
 */
export const drawnAbout = (readings: Readings, limit = Number.POSITIVE_INFINITY): number => {
  const total = totalBesideSeam(readings);
  const beside = readings.filter((v, i): v is number => v !== null && !total?.at.includes(i));
  if (beside.length === 0) return 0;
  const ends = [Math.max(...beside) - limit / 2, Math.min(...beside) + limit / 2];
  return Math.min(Math.max(...ends), Math.max(Math.min(...ends), medianOf(beside)));
};
