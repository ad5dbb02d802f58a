/** Which of a machine's wheels it is; empty until somebody said. */
export type WheelPlace = "" | "front" | "rear" | "other";

/** Nothing is said where nobody said it, nor of a wheel that is neither. */
export const placeWords = (place: WheelPlace): string =>
  place === "front" || place === "rear" ? `${place} wheel` : "";

/** The machine and which of its wheels it is. */
export const machineAndPlace = ({ machine, place }: { readonly machine: string; readonly place: WheelPlace }): string =>
  [machine, placeWords(place)].filter(Boolean).join(", ");
