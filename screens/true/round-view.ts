import type { Advice } from "@/core/truing/advice";

export type ReadingKind = "lateral" | "radial" | "tension" | "offset";

/** A round as the screen needs it: newest reading of each place, turns really made. */
export interface RoundView {
  readonly id: string;
  readonly number: number;
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly tension: readonly (number | null)[];
  readonly offset: number | null;
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, even as nil. */
  readonly walked: readonly number[];
  readonly advice: Advice | null;
}
