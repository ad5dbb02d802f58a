import type { RunOutLine } from "@/core/rounds/inside-tolerance";
import { type LineTotal, lineTotal } from "@/core/rounds/line-total";
import type { ReadRounds } from "@/core/rounds/read-rounds";
import { lastAt, type Round } from "@/core/rounds/round";
import { farEdge } from "@/core/rounds/round-readings";
import { turnsMade, walkedSpokes } from "@/core/rounds/turn";
import type { Advice } from "@/core/truing/saying/advice";

type OverHoles = readonly (number | null)[];

/** A round as the screen needs it: newest reading of each place, turns really made. */
export interface RoundView {
  readonly id: string;
  readonly number: number;
  readonly lateral: OverHoles;
  /** Side to side on the other edge, where both are read. */
  readonly farEdge: OverHoles;
  readonly radial: OverHoles;
  /** What the two lines come to, as every screen shows it. */
  readonly total: Readonly<Record<RunOutLine, LineTotal>>;
  readonly tension: OverHoles;
  readonly offset: number | null;
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, even as nil. */
  readonly walked: readonly number[];
  readonly destressed: boolean;
  /** When the last reading or turn was stored; null for none. */
  readonly lastAt: string | null;
  readonly advice: Advice | null;
  /** All of it, for what asks more. */
  readonly round: Round;
}

const viewOf = (round: Round, read: ReadRounds): RoundView => {
  const readings = read.readings(round);
  const { lateral, radial, tension = [], offset = null } = readings;
  return {
    id: round.id,
    number: round.number,
    lateral,
    farEdge: farEdge(round, read.holes),
    radial,
    total: { lateral: lineTotal(readings, "lateral"), radial: lineTotal(readings, "radial") },
    tension,
    offset,
    turns: turnsMade(round, read.holes),
    walked: walkedSpokes(round),
    destressed: round.destressed,
    lastAt: lastAt(round),
    advice: round.advice,
    round,
  };
};

/** Rounds that only brought the wheel up were not read here, and are none of this place's; the last one always is. */
export const roundViews = (read: ReadRounds): RoundView[] =>
  read.rounds
    .filter((r, i) => r.kind === "true" || r.readings.some((x) => x.what === "lateral") || i === read.rounds.length - 1)
    .map((r) => viewOf(r, read));

/** A round in which nothing was read or turned yet. */
export const emptyRound = (n: number) => ({
  lateral: new Array<number | null>(n).fill(null),
  radial: new Array<number | null>(n).fill(null),
  tension: new Array<number | null>(n).fill(null),
});
