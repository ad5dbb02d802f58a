import type { Wheel } from "../wheel/wheel-file";
import { type PlacedSpoke, placeSpokes } from "./placement";

/** One spoke to lace; sides in the text stand as {A} and {B} until they get their names. */
export interface LacingStep {
  readonly n: number;
  readonly spoke: number;
  readonly placed: PlacedSpoke;
  /** What it passes on its way out, for the last of its crossings. */
  readonly text: string;
}

/**
 * Order of work: the inner spokes (heads out) of both sides first, since they lie inside and nothing may be in their
 * way; then the outer ones of each side, woven past them. Within each group round the wheel from the valve, so that no
 * spoke must be forced past a later one.
 */
export const lacingSteps = (wheel: Wheel): LacingStep[] => {
  const spokes = placeSpokes(wheel);
  const rank = (s: PlacedSpoke) => (s.head === "out" ? 0 : 2) + (s.flange === wheel.rim.firstHole ? 0 : 1);
  const order = [...spokes].sort((a, b) => rank(a) - rank(b) || a.spoke - b.spoke);
  return order.map((placed, i) => {
    const before = order[i - 1];
    const startsGroup = !before || rank(before) !== rank(placed);
    const from = startsGroup
      ? `${placed.spoke} from the valve`
      : `${placed.spoke - before.spoke} on from ${before.spoke}`;
    const side = placed.flange === "A" ? "{A}" : "{B}";
    return {
      n: i + 1,
      spoke: placed.spoke,
      placed,
      text: `${side}, hub hole ${placed.hubHole}, head ${placed.head === "out" ? "outside" : "inside"}, ${placed.lean}: ${crossingText(wheel, placed)}to rim hole ${placed.spoke}, ${from}`,
    };
  });
};

/** Over all but the last crossing an outer spoke stays outside; interlaced, it goes under the last. */
const crossingText = (wheel: Wheel, s: PlacedSpoke): string => {
  if (s.cross === 0) return "";
  const interlaced = wheel.lacing.interlaced ?? (wheel.hub.seat === "bent" && s.cross > 1);
  if (s.head === "out") return "";
  const over = interlaced ? s.cross - 1 : s.cross;
  const words = [...new Array<string>(over).fill("over"), ...(interlaced ? ["under"] : [])];
  return `${words.join(", ")}, `;
};
