/** mm an effective rim diameter lies below (+) the stamped inch size: the bed sits in the well (common practice). */
const BELOW = [5, 45] as const;

/** What the stamped size says of an ERD: null when it fits, else in words. */
export const erdAgainstSize = (erd: number, inches: number): string | null => {
  const low = inches * 25.4 - BELOW[1];
  const high = inches * 25.4 - BELOW[0];
  if (erd >= low && erd <= high) return null;
  return `An effective rim diameter of ${erd.toFixed(1)} does not go with a ${inches} inch rim, where ${Math.round(low)} to ${Math.round(high)} is usual.`;
};
