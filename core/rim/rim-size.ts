/** mm an effective rim diameter lies below (+) the stamped inch size: the bed sits in the well (common practice). */
const BELOW = [5, 45] as const;

/** What the stamped size says of an ERD: null when it fits, else what is usual for it. */
export const erdAgainstSize = (
  erd: number,
  inches: number,
): {
  readonly code: "rim-size";
  readonly figures: { readonly erd: number; readonly inches: number; readonly from: number; readonly to: number };
} | null => {
  const [from, to] = [inches * 25.4 - BELOW[1], inches * 25.4 - BELOW[0]];
  return erd >= from && erd <= to ? null : { code: "rim-size", figures: { erd, inches, from, to } };
};
