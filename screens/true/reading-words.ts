import type { Stop } from "./reading-places";

/** The place of a walk before this one; null at the first. */
export const placeBefore = (places: readonly number[], spoke: number): number | null =>
  places.findLast((place) => place < spoke) ?? null;

/** What stands beside the place in a reading walk. */
export const detailWords = (
  stop: Stop,
  o: {
    readonly checking: boolean;
    readonly taken: number | null;
    readonly justTaken: string | null;
    /** Places read on this walk, in order. */
    readonly places: readonly number[];
  },
): string => {
  if (o.checking) return "this place was read before the break: where does the dial stand there now?";
  if (o.taken !== null) return `last taken ${o.taken.toFixed(2)}`;
  if (stop.spoke === 0) return "before going round";
  const before = placeBefore(o.places, stop.spoke);
  const from = before === null ? "" : `, ${stop.spoke - before} on from ${before}`;
  return `${o.justTaken ? `${o.justTaken}; ` : ""}${stop.spoke} from the valve${from}`;
};

/** What comes after a stop. */
export const nextWords = (stop: Stop, following: Stop | undefined): string => {
  if (!following) return "the last one";
  if (following.spoke !== stop.spoke) return `next ${following.spoke}`;
  return following.what === "far-edge" ? "next: the other edge, same place" : "next: hop, same place";
};
