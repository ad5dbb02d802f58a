/** mm a drum may be out of round before it is felt at the lever (common practice; the manual's figure comes first). */
export const DRUM_LIMIT = 0.15;

/** What the two readings of a drum say; null when there is nothing to say. mm. */
export const drumVerdict = (
  before: number | null,
  after: number | null,
):
  | { readonly code: "drum-pulled"; readonly figures: { readonly before: number; readonly after: number } }
  | { readonly code: "drum-out-of-round"; readonly figures: { readonly by: number; readonly limit: number } }
  | null => {
  if (after !== null && before !== null && after - before > 0.05 && after > DRUM_LIMIT)
    return { code: "drum-pulled", figures: { before, after } };
  const last = after ?? before;
  if (last === null || last <= DRUM_LIMIT) return null;
  return { code: "drum-out-of-round", figures: { by: last, limit: DRUM_LIMIT } };
};
