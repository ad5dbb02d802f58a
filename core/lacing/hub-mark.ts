/** Where the hub's mark stands with the valve on top: as it is offered, and degrees on from the valve. */
const MARKS = [
  { words: "at the valve", degrees: 0 },
  { words: "opposite the valve", degrees: 180 },
  { words: "no mark", degrees: null },
] as const;
export const HUB_MARKS: readonly string[] = MARKS.map((m) => m.words);

/** @returns null where there is no mark, or it stands in words of somebody's own */
export const hubMarkDegrees = (words: string): number | null =>
  MARKS.find((m) => words.trim().toLowerCase().startsWith(m.words))?.degrees ?? null;
