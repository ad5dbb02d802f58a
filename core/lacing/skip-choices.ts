import { spokeKinds } from "../spoke/kinds";
import { orderLengths } from "../spoke/order-lengths";
import type { ThreadWindow } from "../spoke/thread-room";
import type { Wheel } from "../wheel/wheel-file";
import { type PlacedSpoke, placeInRealHoles } from "./placement";
import { skipStarts } from "./skipped-holes";

/** One way to leave hub holes empty. */
export interface SkipChoice {
  readonly start: { readonly A: number; readonly B: number };
  /** Hub holes left empty, by number. */
  readonly empty: { readonly A: readonly number[]; readonly B: readonly number[] };
  /** Lengths to order, whole mm, inside the thread window. */
  readonly lengths: number;
  /** mm from the shortest to the longest spoke of a flange, the worse of the two. */
  readonly spread: number;
  /** Degrees off the nipple hole's axis, the worst. */
  readonly entryAngleDeg: number;
  /** Where the empty holes fall: between two spokes that cross (touch), between two that part, or some of each. */
  readonly between: "touching" | "parting" | "both";
  /** The same on both flanges. */
  readonly symmetric: boolean;
}

/** Are the spokes in these two neighbouring hub holes, clockwise, leaning towards each other? */
const cross = (before: PlacedSpoke, after: PlacedSpoke): boolean => before.turn === -1 && after.turn === 1;

const betweenWhich = (spokes: readonly PlacedSpoke[], holes: number): SkipChoice["between"] => {
  const sorted = [...spokes].sort((a, b) => a.hubHole - b.hubHole);
  const found = sorted.flatMap((s, i) => {
    const next = sorted[(i + 1) % sorted.length];
    const step = (next.hubHole - s.hubHole + holes) % holes;
    return step > 1 ? [cross(s, next)] : [];
  });
  return found.every((c) => c) ? "touching" : found.some((c) => c) ? "both" : "parting";
};

/**
 * Every most even way to leave a hub's surplus holes empty: fewest lengths first, then least spread, then the least
 * angle at the nipple; of those alike, the one that does the same on both flanges.
 *
 * @returns empty when the hub has no surplus holes
 */
export const skipChoices = (wheel: Wheel, window: Pick<ThreadWindow, "shortest" | "longest">): SkipChoice[] => {
  const half = wheel.rim.holes / 2;
  if (wheel.hub.A.holes === half && wheel.hub.B.holes === half) return [];
  const choices = skipStarts(half, wheel.hub.A.holes).flatMap((A) =>
    skipStarts(half, wheel.hub.B.holes).map((B): SkipChoice => {
      const start = { A, B };
      const laced = { ...wheel, lacing: { ...wheel.lacing, skip: start } };
      const spokes = placeInRealHoles(laced, start);
      const { kinds } = spokeKinds(laced);
      const order = orderLengths(
        kinds.map((k) => ({
          wanted: k.lengthAtTension,
          count: k.count,
          shortest: k.lengthAtTension + window.shortest,
          longest: k.lengthAtTension + window.longest,
        })),
        { step: 1 },
      );
      const of = (side: "A" | "B") => spokes.filter((s) => s.flange === side);
      const range = (side: "A" | "B") => {
        const lengths = of(side).map((s) => s.length);
        return Math.max(...lengths) - Math.min(...lengths);
      };
      const empty = (side: "A" | "B") => {
        const used = new Set(of(side).map((s) => s.hubHole));
        return [...Array(wheel.hub[side].holes).keys()].map((i) => i + 1).filter((h) => !used.has(h));
      };
      const kindsBetween = (["A", "B"] as const)
        .filter((side) => wheel.hub[side].holes > half)
        .map((side) => betweenWhich(of(side), wheel.hub[side].holes));
      return {
        start,
        empty: { A: empty("A"), B: empty("B") },
        lengths: "lengths" in order ? order.lengths.length : kinds.length,
        spread: Math.max(range("A"), range("B")),
        entryAngleDeg: Math.max(...kinds.map((k) => k.entryAngleDeg)),
        between: kindsBetween.every((k) => k === kindsBetween[0]) ? kindsBetween[0] : "both",
        symmetric: kindsBetween.length === 2 && kindsBetween[0] === kindsBetween[1] && kindsBetween[0] !== "both",
      };
    }),
  );
  const hundredths = (x: number) => Math.round(x * 100);
  return choices.sort(
    (a, b) =>
      a.lengths - b.lengths ||
      hundredths(a.spread) - hundredths(b.spread) ||
      hundredths(a.entryAngleDeg) - hundredths(b.entryAngleDeg) ||
      Number(b.symmetric) - Number(a.symmetric),
  );
};
