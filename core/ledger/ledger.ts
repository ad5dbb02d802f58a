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
  /** By which way it was come to, where there is more than one: “two rods”. */
  readonly way?: string;
  readonly terms: readonly Term[];
  readonly total: number;
}

/**
 * Adds the terms up; the only place a ledger's total is made, so the lines always carry it.
 *
 * @param named what it is the sum of, and by which way
 */
export const ledger = (named: string | readonly [what: string, way: string], terms: readonly Term[]): Ledger => ({
  ...(typeof named === "string" ? { title: named } : { title: named.join(", "), way: named[1] }),
  terms,
  total: terms.reduce((sum, term) => sum + term.times * term.value, 0),
});
