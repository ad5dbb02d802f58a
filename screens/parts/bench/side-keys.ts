import type { TakeKey } from "./typed-field";

/** Letters that begin a unit: they are typed, not pressed. */
const UNIT_LETTERS = "mti";

/** A figure that lies to one side or the other: both keys, and the letter that presses each where there is one. */
export interface SideKeys {
  readonly keys: readonly [TakeKey, TakeKey];
  readonly letters: readonly [string, string] | null;
}

const initial = ({ label }: TakeKey): string =>
  label
    .replace(/^(to|at) /, "")
    .slice(0, 1)
    .toLowerCase();

/** @returns null where a figure lies to no side: then it is simply taken */
export const sideKeysOf = (keys: readonly TakeKey[]): SideKeys | null => {
  const [a, b, ...more] = keys.filter((k) => !k.quiet && !k.again);
  if (!a || !b || more.length > 0 || a.sign === b.sign) return null;
  const letters = [initial(a), initial(b)] as const;
  const usable = letters[0] !== letters[1] && letters.every((l) => /[a-z]/.test(l) && !UNIT_LETTERS.includes(l));
  return { keys: [a, b], letters: usable ? letters : null };
};

/** Whether a typed figure names its side itself: by its sign, or by lying to none. */
export const namesItsSide = (typed: string): boolean =>
  /^\s*[+\-−–]/.test(typed) || Number(typed.replace(",", ".")) === 0;

/** `to brake side (b) or to other side (o)`. */
export const sideQuestion = ({ keys, letters }: SideKeys): string =>
  keys.map((k, i) => (letters ? `${k.label} (${letters[i]})` : k.label)).join(" or ");
