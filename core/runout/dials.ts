import type { Instrument } from "../rounds/reading";

/**
 * What a rim is read with, and what one of its divisions is. mm; `sure` is 1 σ of a reading (common practice: a leaf of
 * feeler or a sheet of paper slips under or does not), null for a careful dial.
 */
export const DIALS = {
  "1/100": { instrument: "dial", mm: 0.01, sure: null },
  "2/100": { instrument: "dial", mm: 0.02, sure: null },
  thou: { instrument: "dial", mm: 0.0254, sure: null },
  "1/2 thou": { instrument: "dial", mm: 0.0127, sure: null },
  // One that shows a figure, and types it with its sign where it is a keyboard to the tablet.
  "shown mm": { instrument: "dial", mm: 1, sure: null },
  "shown inch": { instrument: "dial", mm: 25.4, sure: null },
  mm: { instrument: "feelers", mm: 1, sure: 0.05 },
  sheets: { instrument: "paper", mm: 0.1, sure: 0.06 },
} as const satisfies Readonly<
  Record<string, { readonly instrument: Instrument; readonly mm: number; readonly sure: number | null }>
>;
export type Dial = keyof typeof DIALS;

/** Shows a figure with its sign, in mm or inch: which way its plus lies is told once, not with every reading. */
export const showsFigures = (dial: Dial): boolean => dial === "shown mm" || dial === "shown inch";

/** In the order they are offered. */
export const DIAL_KINDS = Object.keys(DIALS) as readonly Dial[];
