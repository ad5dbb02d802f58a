import { readForce } from "../units/read-force";
import { readLength } from "../units/read-number";
import type { Reading, ReadingKind, ReadingSource } from "./reading";

/** What was typed and how it counts. */
type Typed = Pick<ReadingSource, "sign" | "shift"> & {
  readonly what: ReadingKind;
  readonly typed: string;
  /** mm or N of one unit of a bare figure. */
  readonly per: number;
};

const FORCES: ReadonlySet<ReadingKind> = new Set(["tension", "known"]);

/** Thirty-five hundredths are 0.35, not what a binary product of them leaves. */
const rounded = (x: number): number => Math.round(x * 1e6) / 1e6;

/**
 * A reading from what was typed: a bare figure is in the instrument's own divisions, one with a unit says itself what it
 * is; the key says which way, and what the dial stood otherwise after a break comes off.
 *
 * @returns mm or N, or what is wrong with what was typed
 */
export const fromTyped = ({
  what,
  typed,
  per,
  sign,
  shift,
}: Typed): { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string } => {
  const read = FORCES.has(what) ? readForce(typed) : readLength(typed, "mm");
  if (!read.ok) return { ok: false, message: read.message };
  const bare = !read.unitWritten ? read.value * per : "newton" in read ? read.newton : read.mm;
  return { ok: true, value: rounded(sign * rounded(bare) - shift) };
};

/** Worked out again from what it keeps; null where a reading was not typed at its place but made from something else. */
export const workedOut = (reading: Reading): ReturnType<typeof fromTyped> | null => {
  const { what, typed, per = null, sign = 1, shift = 0, method = "at-place" } = reading;
  return per === null || method !== "at-place" ? null : fromTyped({ what, typed, per, sign, shift });
};
