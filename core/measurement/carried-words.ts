import { FIGURES } from "../figures/all-figures";
import type { CarriedCheck } from "./carried";

/** What is soon measured and tells one wheel from another, the soonest first. */
const TELLING = ["rim.outsideDiameter", "hub.A.holeCircle", "hub.B.holeCircle"];

/** The one of them to measure. */
const lengthOf = (names: readonly string[]): string =>
  FIGURES[TELLING.find((name) => names.includes(name)) ?? TELLING[0]].label;
/** What is to be done about figures carried over; nothing where none were. Sides stand as {A} and {B}. */
export const carriedNotes = ({ from, resting, alike, differs, tested }: CarriedCheck): string[] => {
  if (from === null || resting.length === 0) return [];
  const many = `${resting.length} ${resting.length === 1 ? "figure is" : "figures are"} carried from ${from}`;
  if (tested) {
    const name = FIGURES[alike[0]]?.label ?? alike[0];
    return [`${many}; ${name} measured here agrees, so they stand.`];
  }
  return differs.length > 0
    ? [`${many}, and what was measured here differs: they count as assumed.`]
    : [
        `${many}. Measure one length here, the ${lengthOf(resting)} for one: if it agrees, all of them stand; until then they count as assumed.`,
      ];
};
