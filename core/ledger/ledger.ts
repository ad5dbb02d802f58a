import type { LengthUnit } from "../units/lengths";

/** One signed line of a sum: `+ 2 × bed 3.0 = +6.0`. */
export interface Term {
  readonly label: string;
  /** How often the measured value counts; the sign is part of it. */
  readonly times: number;
  /** mm as measured. */
  readonly value: number;
  /** The figure it was measured as, so that a doubt can stand beside its line and a tap can take it again. */
  readonly figure?: string;
  /** As somebody wrote it, and in which unit that was taken. */
  readonly typed?: string;
  readonly unit?: LengthUnit;
  /** A preset nobody measured. */
  readonly assumed?: boolean;
}

/** A sum shown as signed terms, with its total. */
export interface Ledger {
  readonly title: string;
  readonly terms: readonly Term[];
  readonly total: number;
}

/** Adds the terms up; the only place a ledger's total is made, so the lines always carry it. */
export const ledger = (title: string, terms: readonly Term[]): Ledger => ({
  title,
  terms,
  total: terms.reduce((sum, term) => sum + term.times * term.value, 0),
});
