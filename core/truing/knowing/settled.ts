import type { Readings } from "../../runout/runout";

/** Whether a wheel moved between two readings with nothing turned between them. */
export interface Settled {
  /** Places read both times. */
  readonly places: number;
  /** mm by which the second one's zero lies lower: so much higher it read what did not move. */
  readonly shift: number;
  /** mm, the most any of them moved against the others. */
  readonly moved: number;
  readonly at: number | null;
  readonly holds: boolean;
}

/** mm: read again after de-stressing, the same places agree within this. */
export const HOLDS = 0.05;
/** The fewest places that tell. */
export const SETTLED_PLACES = 8;

/** Each reading has its own zero, so the middle of all differences is taken off. @param before @param after mm per spoke */
export const settledBetween = (before: Readings, after: Readings): Settled => {
  const both = before.flatMap((v, i) => {
    const w = after[i];
    return v === null || w === null || w === undefined ? [] : [{ spoke: i + 1, by: w - v }];
  });
  if (both.length === 0) return { places: 0, shift: 0, moved: 0, at: null, holds: false };
  const middle = [...both].sort((a, b) => a.by - b.by)[Math.floor(both.length / 2)].by;
  const worst = both.reduce((a, b) => (Math.abs(b.by - middle) > Math.abs(a.by - middle) ? b : a));
  const moved = Math.abs(worst.by - middle);
  // Two dial readings differ by some hundredths of themselves; that is inside the limit's last digit.
  const holds = both.length >= SETTLED_PLACES && moved <= HOLDS + 1e-9;
  return { places: both.length, shift: middle, moved, at: worst.spoke, holds };
};
