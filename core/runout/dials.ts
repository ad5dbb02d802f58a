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
  mm: { instrument: "feelers", mm: 1, sure: 0.05 },
  sheets: { instrument: "paper", mm: 0.1, sure: 0.06 },
} as const satisfies Readonly<
  Record<string, { readonly instrument: Instrument; readonly mm: number; readonly sure: number | null }>
>;
export type Dial = keyof typeof DIALS;

/** In the order they are offered. */
export const DIAL_KINDS = Object.keys(DIALS) as readonly Dial[];
