import type { Wheel } from "../wheel/wheel-file";
import { type LacingOrder, lacingActs } from "./orders";
import type { PlacedSpoke } from "./placement";

/** One step of the work; sides in the text stand as {A} and {B} until they get their names. */
export interface LacingStep {
  readonly n: number;
  /** 0 when a whole group is dropped into the hub. */
  readonly spoke: number;
  readonly placed: PlacedSpoke;
  readonly act: "drop" | "tie" | "lace";
  /** All of them, when it is a group. */
  readonly group: readonly number[];
  /** What it passes on its way out, for the last of its crossings. */
  readonly text: string;
}

/**
 * The work step by step: which hub hole, head in or out, over and under, which rim hole, counted from the valve and from
 * the last spoke. A group dropped into the hub is one step.
 *
 * @param order a school of lacing; every spoke laced on its own, inner ones first, when left out
 */
export const lacingSteps = (wheel: Wheel, order: LacingOrder = "key-rounds"): LacingStep[] => {
  let before: PlacedSpoke | null = null;
  return lacingActs(wheel, order).map(({ act, spokes }, i) => {
    const [placed] = spokes;
    const side = `{${placed.flange}}`;
    const head = placed.head === "out" ? "outside" : "inside";
    const group = spokes.map((s) => s.spoke);
    if (act === "drop") {
      before = null;
      return {
        n: i + 1,
        spoke: 0,
        placed,
        act,
        group,
        text: `${side}: drop all ${spokes.length} ${placed.lean} spokes into the hub, heads ${head}${placed.row ? `, ${placed.row} row` : ""}; hub holes ${holesText(spokes)}`,
      };
    }
    const sameRound: boolean = before !== null && before.flange === placed.flange && before.head === placed.head;
    const from =
      before && sameRound ? `${placed.spoke - before.spoke} on from ${before.spoke}` : `${placed.spoke} from the valve`;
    before = placed;
    return {
      n: i + 1,
      spoke: placed.spoke,
      placed,
      act,
      group,
      text: `${side}, hub hole ${placed.hubHole}, head ${head}, ${placed.lean}: ${crossingText(wheel, placed)}to rim hole ${placed.spoke}, ${from}`,
    };
  });
};

const holesText = (spokes: readonly PlacedSpoke[]): string =>
  spokes
    .map((s) => s.hubHole)
    .sort((a, b) => a - b)
    .join(", ");

/** Is the last crossing before the rim laced under? */
export const isInterlaced = (wheel: Wheel, cross: number): boolean =>
  wheel.lacing.interlaced ?? (wheel.hub.seat === "bent" && cross > 1);

/** Over all but the last crossing an outer spoke stays outside; interlaced, it goes under the last. */
const crossingText = (wheel: Wheel, s: PlacedSpoke): string => {
  if (s.cross === 0 || s.head === "out") return "";
  const interlaced = isInterlaced(wheel, s.cross);
  const over = interlaced ? s.cross - 1 : s.cross;
  const words = [...new Array<string>(over).fill("over"), ...(interlaced ? ["under"] : [])];
  return `${words.join(", ")}, `;
};
