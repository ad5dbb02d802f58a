import { FIGURES } from "@/core/figures/all-figures";
import type { Stage } from "@/core/wheel/stages";
import { TOLD_SINCE } from "@/core/wheel/told-since";

/** Where the wheel comes from the record, and what it is to carry and how it is worked on from this device. */
const ON_THE_WHEEL: readonly (Stage | null)[] = ["tension", "true"];

/**
 * Whether a place counts a figure that only waits to be sent in what it works out; else that is the record's work, and is
 * without it. @param place null for one that is no stage
 */
export const isCountedHere = (place: Stage | null, figure: string): boolean => {
  if (place === "measure") return true;
  if (!ON_THE_WHEEL.includes(place)) return false;
  return TOLD_SINCE.includes(figure) || ON_THE_WHEEL.includes(FIGURES[figure]?.stage ?? null);
};
