/** A laced rim has so many holes, in fours, two to each flange (common practice). */
export const LEAST_HOLES = 12;
export const MOST_HOLES = 72;
