import type { TensionWay, Told } from "@/core/tension/told";

/** A round as the tension places need it. */
export interface TensionRound {
  readonly id: string;
  readonly number: number;
  readonly kind: "true" | "tension";
  readonly plan: { readonly part: number; readonly turns: readonly number[] } | null;
  readonly entries: readonly Told[];
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, even as nil. */
  readonly walked: readonly number[];
  readonly destressed: boolean;
}

/** Something taken at a spoke, before it has an id. */
export interface Taking {
  readonly what: TensionWay;
  readonly spoke: number;
  readonly value: number;
  readonly typed: string;
  readonly doubtful?: boolean;
  readonly sure?: number | null;
  readonly tableId?: string | null;
  readonly against?: number | null;
}
