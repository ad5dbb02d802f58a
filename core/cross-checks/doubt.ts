import type { Side } from "../wheel/wheel-file";
import type { Explanation } from "./old-spokes";
import type { Slip } from "./slip";

/** What two ways were taken of. */
export type Quantity =
  | { readonly of: "erd" | "flange-to-flange" | "offset-found" }
  | { readonly of: "hole-circle"; readonly side: Side };

/** One figure put down, and by whom. */
interface PutDown {
  readonly typed: string;
  readonly who: string;
}

/** What each doubt rests on: mm, + towards A; degrees where it says so; counts. */
export interface DoubtFigures {
  /** Two ways differ by `by`; the slip that would explain it, `another` beside one already told, null when none does. */
  readonly differ: {
    readonly quantity: Quantity;
    readonly between: readonly [WayTotal, WayTotal];
    readonly by: number;
    readonly slip: Slip | null;
    readonly another: boolean;
  };
  /** What the flanges' sum leaves between them. */
  readonly "flanges-cross": { readonly terms: readonly number[]; readonly apart: number };
  readonly "chord-miscounted": {
    readonly side: Side;
    readonly chord: number;
    readonly other: number;
    readonly counted: number;
    readonly agrees: number;
  };
  readonly "holes-crowded": {
    readonly side: Side;
    readonly holes: number;
    readonly hole: number;
    readonly circle: number;
    readonly pitch: number;
  };
  readonly "circles-changed-over": { readonly A: number; readonly B: number; readonly hub: string };
  /** Old spokes of one length put the rim at `midway`; `mirrored`: it fits with the sides changed over. */
  readonly "not-midway": { readonly midway: number; readonly found: number; readonly mirrored: boolean };
  /** Degrees off the radius: what the crosses ask, and how the bore stands. */
  readonly bore: { readonly side: Side; readonly cross: number; readonly asked: number; readonly bore: number };
  readonly "taken-twice": { readonly there: PutDown; readonly here: PutDown };
  readonly odd: { readonly typed: string; readonly others: number };
  readonly repeats: { readonly spread: number };
  readonly "out-of-round": { readonly by: number; readonly places: number };
  /** In mm, or N where it is a tension. */
  readonly unlikely: {
    readonly value: number;
    readonly from: number;
    readonly to: number;
    readonly tension: boolean;
  };
  readonly "rim-size": { readonly erd: number; readonly inches: number; readonly from: number; readonly to: number };
  readonly "old-spokes": { readonly explanation: Explanation; readonly another: boolean };
  /** What was carried over from another wheel of the machine, and what was measured on this one. */
  readonly "carried-differs": { readonly from: string; readonly carried: number; readonly measured: number };
  readonly "drum-pulled": { readonly before: number; readonly after: number };
  readonly "drum-out-of-round": { readonly by: number; readonly limit: number };
}

export interface WayTotal {
  readonly way: string;
  readonly total: number;
}

export type DoubtCode = keyof DoubtFigures;

/** A doubt's code and what it rests on. */
export type Doubted = {
  readonly [C in DoubtCode]: { readonly code: C; readonly figures: DoubtFigures[C] };
}[DoubtCode];

/** Something that looks wrong: shown beside the line it concerns, never in the way. `doubtWords` says it. */
export type Doubt = Doubted & {
  /** The figure to take again. */
  readonly figure: string;
  /** The figure that raised it, where that is another one. */
  readonly raisedBy?: string;
};
