import type { Side } from "./wheel-file";

/** What the two sides are called in the core's words, until they get the names given at booking in. */
export const SIDE_WORD: Record<Side, string> = { A: "{A}", B: "{B}" };

/** Puts the sides' own names into words of the core. */
export const withSideNames = (text: string, names: Record<Side, string>): string =>
  text.replaceAll("{A}", names.A).replaceAll("{B}", names.B);

/** mm across, + towards A: the name of the side it lies to. */
export const towards = (mm: number): string => (mm > 0 ? SIDE_WORD.A : SIDE_WORD.B);
