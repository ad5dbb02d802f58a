import type { Bend } from "../knowing/bend";
import type { Learnt } from "../knowing/learn";
import type { Misread } from "../knowing/misread";
import type { School } from "../solving/schools";
import type { Reason } from "./reason";

/** What to do next: nothing but the turns, a squeeze, nothing at all, or the rim itself. */
export type Verdict = "turn" | "destress" | "done" | "rim";
export type RimAction = "none" | "stop" | "straighten" | "scrap";

export interface Forecast {
  readonly lateralTir: number;
  readonly radialTir: number;
  /** mm, the error left. */
  readonly offset: number;
  /** N, the tighter side's mean. */
  readonly tensionMean: number;
  /** Largest distance of a spoke from its side's mean, as a fraction. */
  readonly tensionSpread: number;
  readonly A: number;
  readonly B: number;
  /** mm over each hole, and N in each spoke: what the screen draws dashed. */
  readonly lateral: readonly number[];
  readonly radial: readonly number[];
  readonly tension: readonly number[];
}

export interface Advice {
  /** Per spoke, + tightens, whole steps. */
  readonly turns: readonly number[];
  readonly forecast: Forecast;
  readonly verdict: Verdict;
  readonly rim: {
    readonly lateral: readonly number[] | null;
    readonly radial: readonly number[] | null;
    readonly action: RimAction;
    /** The worst place of the bare rim, where it is to be straightened or scrapped. */
    readonly bend: Bend | null;
  };
  /** What another way of working costs against the default in mm of run-out; null for the default. */
  readonly school: { readonly name: School; readonly costs: number } | null;
  readonly reasons: readonly Reason[];
  /** What was learnt of this wheel, for showing. */
  readonly learnt: Learnt;
  /** Holes, 1…n, whose readings would tell most next time, best first, as many as were read now. */
  readonly readNext?: readonly number[];
  /** Slips found in the readings it rests on. */
  readonly misread?: readonly Misread[];
}
