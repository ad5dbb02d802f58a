/** What is read in the walk with the dial. */
export type WalkKind = "lateral" | "far-edge" | "radial" | "tension" | "offset";

/** One stop of the reading walk. */
export interface Stop {
  readonly spoke: number;
  readonly what: WalkKind;
}

/**
 * Where to read: from the valve side to side and hop at one stop, the offset first where it is asked for. Every fourth
 * spoke while it is rough, every second from 1 mm down, every one only when asked.
 *
 * @param every 1, 2 or 4
 * @param edges side to side on both edges of the rim, where its width may vary
 */
export const readingStops = (
  holes: number,
  every: number,
  tension: boolean,
  offset: boolean,
  edges = false,
): Stop[] => {
  const stops: Stop[] = offset ? [{ spoke: 0, what: "offset" }] : [];
  for (let s = 1; s <= holes; s += every) {
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

/** @param lastTir mm of the round before; null for the first */
export const usualEvery = (lastTir: number | null): number => (lastTir !== null && lastTir <= 1 ? 2 : 4);
