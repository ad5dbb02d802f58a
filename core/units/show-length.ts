import { fromMm, type LengthUnit, PLACES } from "./lengths";

/** A length in a unit of the user's, as short as its places allow: `3.5`, `0.1378 inch`, `138 thou`. */
export const showLength = (mm: number, unit: LengthUnit): string => {
  // A thread's pitch needs its thousandths.
  const places = unit === "mm" && Math.abs(mm) < 1 ? 3 : PLACES[unit];
  const figure = String(Number(fromMm(mm, unit).toFixed(places)));
  return unit === "mm" ? figure : `${figure} ${unit}`;
};
