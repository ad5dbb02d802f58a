import type { Advice } from "@/core/truing/advice";

/** A round as the screen needs it: newest reading of each place, turns really made. */
export interface RoundView {
  readonly id: string;
  readonly number: number;
  readonly lateral: readonly (number | null)[];
  /** Side to side on the other edge, where both are read. */
  readonly farEdge: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly tension: readonly (number | null)[];
  readonly offset: number | null;
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, even as nil. */
  readonly walked: readonly number[];
  readonly destressed: boolean;
  /** When the last reading or turn was stored; null for none. */
  readonly lastAt: string | null;
  readonly advice: Advice | null;
}
