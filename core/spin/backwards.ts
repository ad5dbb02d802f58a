import type { Readings } from "../runout/runout";
import type { AtHole } from "./spin";

/** Places that must have been read before, for a turn to be held against them. */
const ENOUGH = 8;
/** How alike two lines of the rim are, −1 to 1: surely the other way round, and surely not as it is said. */
const [ALIKE, UNLIKE] = [0.75, 0.35];

/** Correlation of two lists, −1 to 1. */
const likeness = (pairs: readonly (readonly [number, number])[]): number => {
  const n = pairs.length;
  const [a, b] = [0, 1].map((k) => pairs.reduce((sum, p) => sum + p[k], 0) / n);
  const sum = (f: (x: number, y: number) => number) => pairs.reduce((s, [x, y]) => s + f(x - a, y - b), 0);
  return sum((x, y) => x * y) / Math.sqrt(sum((x) => x * x) * sum((_, y) => y * y) || 1);
};

/**
 * Whether a turn looks as if the wheel had been turned the other way than was said: its mirror image is the wheel as it was
 * read before, and it itself is not. A mirrored wheel would be turned at the wrong nipples.
 *
 * @param before mm at each spoke, null where nothing was read
 */
export const looksBackwards = (read: readonly AtHole[], before: Readings): boolean => {
  const holes = before.length;
  const held = (at: (spoke: number) => number) =>
    read.flatMap(({ spoke, value }) => {
      const was = before[at(spoke) - 1];
      return was === null || was === undefined ? [] : [[value, was] as const];
    });
  const straight = held((s) => s);
  const mirrored = held((s) => holes + 1 - s);
  return (
    Math.min(straight.length, mirrored.length) >= ENOUGH && likeness(mirrored) > ALIKE && likeness(straight) < UNLIKE
  );
};
