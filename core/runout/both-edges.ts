import { type Readings, totalReading } from "./runout";

/**
 * The rim's middle from a dial on each edge, in the zero of side A's: where both were read, half their sum; where one was,
 * that one, the usual difference between the two taken off, so that a rim of uneven width does not pass for one out of
 * true.
 *
 * @param near mm, + towards A, dial on side A's edge
 * @param far mm, + towards A, dial on side B's edge; its own zero
 */
export const midLine = (near: Readings, far: Readings): (number | null)[] => {
  const both = near.flatMap((a, i) => (a !== null && far[i] !== null ? [(far[i] as number) - a] : []));
  if (both.length === 0) return [...near];
  const apart = both.reduce((sum, d) => sum + d, 0) / both.length;
  return near.map((a, i) => {
    const b = far[i];
    if (a === null) return b === null ? null : b - apart;
    return b === null ? a : (a + b - apart) / 2;
  });
};

/** mm by which the width varies round the rim; null with fewer than four places read on both edges. */
export const widthVaries = (near: Readings, far: Readings): number | null => {
  const width = near.map((a, i) => (a === null || far[i] === null ? null : a - (far[i] as number)));
  return width.filter((w) => w !== null).length < 4 ? null : totalReading(width);
};
