import { FIGURES } from "../figures/all-figures";
import type { Entry, Taken } from "./taken";

/**
 * Figures of a machine's wheel that are the same on the next wheel of that machine, as it was made: not how it was found,
 * not how it is, not what was done.
 */
const CARRIES =
  /^(rim|hub|spoke|nipple)\.|^(lacing\.(A|B)\.cross|lacing\.trailingHeads|tension\.target|offset\.wanted(From)?)$/;
/** Told of one wheel alone. */
const NOT = /^(rim\.(plate|firstHole|erdGiven)|hub\.spacers|lacing\.(firstLean|hubMark))/;

export const isCarried = (name: string): boolean =>
  FIGURES[name] !== undefined && CARRIES.test(name) && !NOT.test(name);

const MARK = "carried from ";

/** How an entry says that it was carried over, and from where. */
export const carriedFrom = (mark: string): string => `${MARK}${mark}`.slice(0, 60);

/** The mark of the wheel an entry was carried from; null for one taken here. */
export const originOf = ({ method }: Pick<Entry, "method">): string | null =>
  method.startsWith(MARK) ? method.slice(MARK.length) : null;

/** Whether a figure was measured on this very wheel, and is not only carried over. */
export const isTakenHere = (taken: Taken | undefined): boolean =>
  taken?.counting.some((e) => originOf(e) === null) ?? false;

/** mm one wheel of a machine differs from the next by, and in measuring both; past it they are not made alike. */
const ALIKE = 0.7;

/** How what was carried over stands against what was measured here. */
export interface CarriedCheck {
  /** The wheel it came from; null where nothing was carried. */
  readonly from: string | null;
  /** Figures that still rest on what was carried. */
  readonly resting: readonly string[];
  /** Measured here since, and alike; and those that are not. */
  readonly alike: readonly string[];
  readonly differs: readonly { readonly name: string; readonly carried: number; readonly measured: number }[];
  /** At least one length was measured here and none differs: what was carried stands. */
  readonly tested: boolean;
}

/** @param entries of a job, in the order put down @param taken what they come to */
export const carriedCheck = (entries: readonly Entry[], taken: Readonly<Record<string, Taken>>): CarriedCheck => {
  const last = new Map<string, { readonly from: string; readonly value: number | null }>();
  for (const e of entries) {
    const from = originOf(e);
    if (from !== null && e.role !== "out") last.set(e.name, { from, value: e.value });
  }
  const resting: string[] = [];
  const alike: string[] = [];
  const differs: { name: string; carried: number; measured: number }[] = [];
  let from: string | null = null;
  for (const [name, carried] of last) {
    const now = taken[name];
    if (!now) continue;
    from = carried.from;
    if (now.counting.every((e) => originOf(e) !== null)) resting.push(name);
    else if (FIGURES[name]?.kind === "length" && now.value !== null && carried.value !== null) {
      if (Math.abs(now.value - carried.value) <= ALIKE) alike.push(name);
      else differs.push({ name, carried: carried.value, measured: now.value });
    }
  }
  return { from, resting, alike, differs, tested: alike.length > 0 && differs.length === 0 };
};
