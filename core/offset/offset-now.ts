import type { FigureReader } from "../figures/reader";
import type { Ledger } from "../ledger/ledger";
import { type OffsetMethod, offsetFromFrame } from "./offset-methods";

/** One length taken of the wheel as it stands on its stand. */
export interface OffsetAsk {
  readonly prompt: string;
  readonly how: string;
  /** mm of offset for each mm of it. */
  readonly times: number;
  /** What the take keys say, + first; null where it is never below 0 by its nature. Sides as `{A}`, `{B}`. */
  readonly takeAs: readonly [string, string] | null;
}

/** How the offset is told at the stand: straight from where it is wanted, or by a way that measures it from the hub. */
export type OffsetNowMethod = OffsetMethod | "direct";

/** A way of measuring how far the rim's middle stands from where it is wanted: a sum of what is asked, and the rest. */
export interface OffsetWay {
  readonly key: OffsetNowMethod;
  /** What it is measured with. */
  readonly label: string;
  readonly asks: readonly OffsetAsk[];
  /** mm, from what is known of the wheel already. */
  readonly rest: number;
}

const GAPES = ["flange inside it", "flange outside it"] as const;

/**
 * The ways open while a wheel is trued. Each tells the rim's middle from where it is *wanted*, so that what tells it from
 * the hub's middle has the wanted offset taken off. A way that needs what nobody measured is left out.
 *
 * @param found mm as the wheel came in; null where nobody took it
 * @param wanted mm
 */
export const offsetWaysNow = (
  read: FigureReader,
  toCentre: { readonly A: Ledger; readonly B: Ledger },
  found: Ledger | null,
  wanted: Ledger,
): OffsetWay[] => {
  const ways: OffsetWay[] = [
    {
      key: "direct",
      label: "straight edge",
      asks: [
        {
          prompt: "offset",
          how: "rim centre from where it should be, as a straight edge or a rule shows it",
          times: 1,
          takeAs: ["to {A}", "to {B}"],
        },
      ],
      rest: 0,
    },
    {
      key: "flip",
      label: "flip gauge",
      asks: [
        {
          prompt: "gap turned over",
          how: "set to rim and spacer face on one side, turned over: the whole gap; half of it, less the offset wanted, is taken",
          times: 0.5,
          takeAs: ["at {A}'s face", "at {B}'s face"],
        },
      ],
      rest: -wanted.total,
    },
  ];
  if (read.hasAll(["offset.edgeSide", "offset.edgeFromFace", "hub.width", "rim.width"])) {
    const to = read.word("offset.edgeSide") === "A" ? 1 : -1;
    ways.push({
      key: "edge",
      label: "drum's edge",
      asks: [
        {
          prompt: "down to the rim",
          how: `from the drum's edge, {${to > 0 ? "A" : "B"}}, to the rim's near edge; the mean of four places`,
          times: -to,
          takeAs: ["rim inside it", "rim outside it"],
        },
      ],
      rest:
        to * (read.number("hub.width") / 2 - read.number("offset.edgeFromFace") - read.number("rim.width") / 2) -
        wanted.total,
    });
  }
  if ([...toCentre.A.terms, ...toCentre.B.terms].every((t) => !t.assumed))
    ways.push({
      key: "string",
      label: "string",
      asks: (["A", "B"] as const).map((side) => ({
        prompt: `to the flange, {${side}}`,
        how: "string across the rim's edge on that side; space to the flange's outside",
        times: side === "A" ? 0.5 : -0.5,
        takeAs: GAPES,
      })),
      rest: (toCentre.A.total - toCentre.B.total) / 2 - wanted.total,
    });
  // The frame's own middle is where the rim stood less what it was off it when the wheel came in.
  const frame = offsetFromFrame(read);
  if (frame && found)
    ways.push({
      key: "frame",
      label: "in the frame",
      asks: (["A", "B"] as const).map((side) => ({
        prompt: `gap, {${side}}`,
        how: "from the rim's edge to swinging arm or fork leg, both at the same height",
        times: side === "A" ? -0.5 : 0.5,
        takeAs: null,
      })),
      rest: found.total - frame.total - wanted.total,
    });
  return ways;
};

/** mm to a millionth, rim's middle from where it is wanted, + towards A. @param taken mm, one for each ask */
export const offsetNow = (way: OffsetWay, taken: readonly number[]): number =>
  Math.round(1e6 * way.asks.reduce((sum, ask, i) => sum + ask.times * taken[i], way.rest)) / 1e6;
