import type { ReadRounds } from "@/core/rounds/read-rounds";
import type { Round } from "@/core/rounds/round";
import { turnsMade, walkedSpokes } from "@/core/rounds/turn";
import type { SpokeTension, Told } from "@/core/tension/told";

/** A round as the tension places need it. */
export interface TensionRound extends Pick<Round, "id" | "number" | "kind" | "plan" | "destressed"> {
  readonly entries: readonly Told[];
  /** What its entries come to; null of every spoke where nothing was read. */
  readonly tensions: readonly SpokeTension[];
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, even as nil. */
  readonly walked: readonly number[];
}

export const tensionRounds = (read: ReadRounds): TensionRound[] =>
  read.rounds.map((round) => {
    const { lateral, radial } = read.readings(round);
    const { id, number, kind, plan, destressed } = round;
    return {
      ...{ id, number, kind, plan, destressed, lateral, radial },
      entries: read.entries(round),
      tensions: read.tensions(round),
      turns: turnsMade(round, read.holes),
      walked: walkedSpokes(round),
    };
  });
