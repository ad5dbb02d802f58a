/** mm a drum may be out of round before it is felt at the lever (common practice; the manual's figure comes first). */
export const DRUM_LIMIT = 0.15;

/** What the two readings of a drum say; null when there is nothing to say. mm. */
export const drumVerdict = (before: number | null, after: number | null): string | null => {
  if (after !== null && before !== null && after - before > 0.05 && after > DRUM_LIMIT)
    return `The drum was ${before.toFixed(2)} out of round and is ${after.toFixed(2)} with the spokes tight: the spokes pull it. Even the tension before anybody machines it.`;
  const last = after ?? before;
  if (last === null || last <= DRUM_LIMIT) return null;
  return `The drum is ${last.toFixed(2)} out of round; over ${DRUM_LIMIT} is felt at the lever. Machining goes to those equipped for it, within the size cast in the drum.`;
};
