interface Way {
  readonly name: string;
  /** The figure to take first, where nobody began it yet; null where there is nothing to begin. */
  readonly first: string | null;
}

/** The ways to come by an effective rim diameter, as they stand side by side: the surest first. */
export const ERD_WAYS = {
  rods: { name: "two rods", first: "rim.rod" },
  "inside-out": { name: "inside out", first: "rim.insideDiameter" },
  "outside-in": { name: "outside in", first: "rim.outsideDiameter" },
  "old-spokes": { name: "old spokes", first: "sample.A.out" },
  given: { name: "own sum", first: "rim.erdGiven" },
  "rule-of-thumb": { name: "rule of thumb", first: null },
} as const satisfies Readonly<Record<string, Way>>;
export type ErdMethod = keyof typeof ERD_WAYS;

export const ERD_METHODS = Object.keys(ERD_WAYS) as readonly ErdMethod[];
