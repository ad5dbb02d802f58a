import type { Bend } from "../knowing/bend";

/** What each reason rests on. mm; tension and grip as a part of one; turns in turns. */
export interface ReasonFigures {
  /** Inside the tolerance: `lateral`, `radial` are what the dial said beside the weld. */
  readonly done: {
    readonly lateral: number;
    readonly radial: number;
    readonly wanted: { readonly lateral: number; readonly radial: number };
    readonly tensionAssumed: boolean;
  };
  /** `turned`: the last round left twist in the spokes; else nothing is worth turning. */
  readonly destress: { readonly turned: boolean };
  /** A new spoke among others that hold; `read`: its tension was, and is reckoned from, else it starts just tight. */
  readonly fresh: { readonly turns: number; readonly likes: readonly number[]; readonly read: boolean };
  /** The best to be had with every spoke within `tensionSpread` of its side. */
  readonly rim: { readonly lateral: number; readonly radial: number; readonly tensionSpread: number };
  /** Read twice alike, and no whole step brings it nearer: what it reads, and what is wanted. */
  readonly steps: {
    readonly lateral: number;
    readonly radial: number;
    readonly wanted: { readonly lateral: number; readonly radial: number };
  };
  readonly straighten: Bend;
  readonly scrap: Bend;
  /** Part of the tension this round aims at. */
  readonly stage: { readonly part: number };
  /** What a stretch of turned nipples does to the rim: + towards A, + outwards; `net` turns, + tighter. */
  readonly turn: { readonly side: number; readonly hop: number; readonly net: number };
  /** One way the rim gets worse by the round, mm, and what that is given for. */
  readonly price: {
    readonly what: "lateral" | "radial";
    readonly now: number;
    readonly after: number;
    readonly for: "evenness" | "tension" | "lateral" | "radial";
  };
  /** The farthest spoke from its side's mean. */
  readonly even: { readonly now: number; readonly after: number };
  /** How far the rim answered the last round, and what of a turn twist left. */
  readonly learnt: { readonly answer: number; readonly grip: number };
  /** + towards A. */
  readonly offset: { readonly now: number; readonly after: number };
  /** Part of the tension it is taken to have had to begin with; null where nobody said, and it is taken as tight. */
  readonly "tension-assumed": { readonly tight: number | null };
  /** Nobody read the tension, and what was turned did not move the rim as it moves on tight spokes. */
  readonly "answers-slack": Record<never, never>;
  /**
   * Evenness heard or felt; how tight it is in all was reckoned from that part of the tension, or from the notes. `apart`:
   * how far from its side's mean the farthest spoke may well stand, fraction.
   */
  readonly "tension-reckoned": { readonly tight: number | null; readonly apart: number };
  readonly seam: { readonly what: "lateral" | "radial"; readonly height: number };
  readonly outlier: { readonly what: "lateral" | "radial" };
  readonly slack: Record<never, never>;
  /** One σ between the places read, and whether that is enough to change what is turned; the places are those that tell most. */
  readonly unread: { readonly sure: number; readonly changes: boolean };
}

export type ReasonCode = keyof ReasonFigures;

/** Why: a code and its figures; `spokes` are the ones it is about. `reasonWords` says it. */
export type Reason = {
  readonly [C in ReasonCode]: {
    readonly code: C;
    readonly spokes: readonly number[];
    readonly figures: ReasonFigures[C];
  };
}[ReasonCode];
