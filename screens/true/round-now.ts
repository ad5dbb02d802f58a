import { nearEdge, placesRead } from "@/core/rounds/round-readings";
import { widthVaries } from "@/core/runout/both-edges";
import { type Settled, settledBetween } from "@/core/truing/knowing/settled";
import type { RoundView } from "./round-view";

/** Places of a round that must be read to say anything of what came of it. */
const TELLING = 4;

/** Where the rounds of a wheel stand: the one in hand, the one before it, and what the two tell together. */
export interface RoundNow {
  readonly round: RoundView | null;
  readonly earlier: RoundView | null;
  /** Places read side to side, and nipples turned, in the one in hand. */
  readonly read: number;
  readonly turned: number;
  readonly anyTension: boolean;
  /** mm by which the rim's width varies; null where one edge was read. */
  readonly width: number | null;
  /** Read again with nothing turned since: did it hold? */
  readonly settled: readonly Settled[] | null;
}

export const roundNow = (rounds: readonly RoundView[]): RoundNow => {
  const round = rounds.at(-1) ?? null;
  const earlier = rounds.at(-2) ?? null;
  const read = placesRead(round?.lateral);
  const again = round && earlier && read >= TELLING && earlier.turns.every((t) => t === 0);
  return {
    round,
    earlier,
    read,
    turned: round?.walked.length ?? 0,
    anyTension: placesRead(round?.tension) > 0,
    width: round ? widthVaries(nearEdge(round.round, round.lateral.length), round.farEdge) : null,
    settled: again ? (["lateral", "radial"] as const).map((what) => settledBetween(earlier[what], round[what])) : null,
  };
};

/** Whether what is read next belongs to the round in hand; else it begins a new one. */
export const goesOn = (
  round: RoundView | null,
  { turned, read, toTurn }: { readonly turned: number; readonly read: number; readonly toTurn: number },
): boolean => round !== null && turned === 0 && !(round.advice && toTurn === 0 && read > 0);

/**
 * The places that would tell most in the next round: as many as were read in the one before, others than those; its advice
 * chose them. Null where a round was not read well enough to choose by, or all of it was.
 */
export const placesAsked = (before: RoundView | null): readonly number[] | null => {
  const read = before ? placesRead(before.lateral) : 0;
  const next = before?.advice?.readNext;
  return before && next && read >= TELLING && next.length < before.lateral.length
    ? [...next].sort((a, b) => a - b)
    : null;
};
