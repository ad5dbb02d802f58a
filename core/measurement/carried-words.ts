import { FIGURES } from "../figures/all-figures";
import type { CarriedCheck } from "./carried";

const EASY = "rim.outsideDiameter";

/** A length among them that is soon measured. */
const lengthOf = (names: readonly string[]): string => {
  const name = names.includes(EASY) ? EASY : names.find((n) => FIGURES[n]?.kind === "length");
  return FIGURES[name ?? EASY].label;
};
/** What is to be done about figures carried over from another wheel of the machine; nothing where none were. */
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
