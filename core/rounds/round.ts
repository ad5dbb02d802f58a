import type { Advice } from "../truing/saying/advice";
import type { Reading } from "./reading";
import type { Turn } from "./turn";

/** A round that brings the wheel up: what was meant, per spoke. */
export interface RoundPlan {
  /** Part of the wanted tension after it. */
  readonly part: number;
  readonly turns: readonly number[];
}

export const ROUND_KINDS = ["true", "tension"] as const;
export type RoundKind = (typeof ROUND_KINDS)[number];

/** A pass round the wheel: readings, what was advised on them, what was turned. */
export interface Round {
  readonly id: string;
  readonly number: number;
  readonly kind: RoundKind;
  /** Turns of every nipple planned for a round that brings the wheel up. */
  readonly plan: RoundPlan | null;
  readonly advice: Advice | null;
  readonly destressed: boolean;
  readonly readings: readonly Reading[];
  readonly turns: readonly Turn[];
}

/** When the last reading or turn of a round was stored; null for none. */
export const lastAt = (round: Round): string | null =>
  [...round.readings.map((x) => x.at ?? ""), ...round.turns.map((t) => t.at ?? "")].sort().at(-1) || null;
