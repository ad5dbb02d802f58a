import { type ForceUnit, NEWTON_PER } from "./forces";
import { readLength, type UnreadLength } from "./read-number";

/** A tension as somebody wrote it. */
interface ReadForce {
  readonly ok: true;
  readonly newton: number;
  /** The figure in its own unit. */
  readonly value: number;
  readonly unit: ForceUnit;
  /** Whether the unit was written with it. */
  readonly unitWritten: boolean;
  /** As of a length: it can be read two ways. */
  readonly ask?: string;
}

const UNIT_WORDS: readonly [RegExp, ForceUnit][] = [
  [/\s*(?:newtons?|n)\.?$/i, "N"],
  [/\s*(?:kgf|kg|kp)\.?$/i, "kgf"],
  [/\s*(?:lbf|lbs|lb)\.?$/i, "lbf"],
];

/** Reads a tension the way people write it: `1200`, `122 kgf`, `270lb`. @param unit what a bare figure is in */
export const readForce = (typed: string, unit: ForceUnit = "N"): ReadForce | UnreadLength => {
  const [word, given] = UNIT_WORDS.find(([written]) => written.test(typed)) ?? [null, unit];
  const read = readLength(word ? typed.replace(word, "") : typed, "mm");
  if (!read.ok || read.unitWritten)
    return { ok: false, typed, message: `“${typed}” is no tension; write a number such as 1200, 122 kgf or 270 lbf` };
  const { value, ask } = read;
  return {
    ok: true,
    newton: value * NEWTON_PER[given],
    value,
    unit: given,
    unitWritten: word !== null,
    ...(ask ? { ask } : {}),
  };
};
