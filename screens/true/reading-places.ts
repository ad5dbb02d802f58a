import type { RoundView } from "./round-view";

/** What is read in the walk with the dial. */
export type WalkKind = "lateral" | "far-edge" | "radial" | "tension" | "offset";

/** One stop of the reading walk. */
export interface Stop {
  readonly spoke: number;
  readonly what: WalkKind;
}

/** How close a round is read: every so many spokes, or where it tells most. */
export type Closeness = 1 | 2 | 4 | "asked";

/** Places a round is read at, 1…n, in walking order. */
export const evenPlaces = (holes: number, every: number): number[] =>
  Array.from({ length: Math.ceil(holes / every) }, (_, k) => 1 + k * every);

/**
 * Where to read: from the valve side to side and hop at one stop, the offset first where it is asked for.
 *
 * @param places in walking order
 * @param edges side to side on both edges of the rim, where its width may vary
 */
export const readingStops = (
  holes: number,
  places: readonly number[],
  tension: boolean,
  offset: boolean,
  edges = false,
): Stop[] => {
  const stops: Stop[] = offset ? [{ spoke: 0, what: "offset" }] : [];
  for (const s of places) {
    stops.push({ spoke: s, what: "lateral" });
    if (edges) stops.push({ spoke: s, what: "far-edge" });
    stops.push({ spoke: s, what: "radial" });
  }
  if (tension) for (let s = 1; s <= holes; s++) stops.push({ spoke: s, what: "tension" });
  return stops;
};

/** One place alone: what tells most, or what looks wrong. */
export const onePlace = (spoke: number, edges: boolean): Stop[] => [
  { spoke, what: "lateral" },
  ...(edges ? [{ spoke, what: "far-edge" } as const] : []),
  { spoke, what: "radial" },
];

/** What a round has of a stop, mm or N; null where nothing was taken there. */
export const valueAt = (round: RoundView, stop: Stop): number | null =>
  stop.what === "offset" ? round.offset : (stop.what === "far-edge" ? round.farEdge : round[stop.what])[stop.spoke - 1];
