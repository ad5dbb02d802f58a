/** The middle one, or between the two in the middle; NaN of none. */
export const medianOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return (sorted[Math.floor((sorted.length - 1) / 2)] + sorted[Math.floor(sorted.length / 2)]) / 2;
};
