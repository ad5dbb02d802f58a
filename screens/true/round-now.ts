import { nearEdge, placesRead } from "@/core/rounds/round-readings";
import { widthVaries } from "@/core/runout/both-edges";
import { totalReading } from "@/core/runout/runout";
import { type Settled, settledBetween } from "@/core/truing/knowing/settled";
import { usualEvery } from "./reading-places";
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

/** Every how many spokes the next round is usually read: the truer it ran, the closer. */
export const everyAfter = (before: RoundView | null): number =>
  usualEvery(
    before && placesRead(before.lateral) >= TELLING
      ? Math.max(totalReading(before.lateral), totalReading(before.radial))
      : null,
  );
