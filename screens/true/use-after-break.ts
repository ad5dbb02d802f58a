"use client";
import { useState } from "react";
import type { Stop, WalkKind } from "./reading-places";

/** mm: the same place read again agrees within this. */
const AGREES = 0.05;
/** mm: two such differences, each of two readings, are the same one within this. */
const STEADY = 0.12;

const WORDS: Readonly<Partial<Record<WalkKind, string>>> = { lateral: "side to side", radial: "hop" };

/**
 * After a break the dial may stand otherwise: places read before are read once more, and by how much they differ is taken
 * off all that is read from then on.
 *
 * @param again left for a while
 * @param valueAt mm as it was read before the break
 */
export const useAfterBreak = (
  again: boolean,
  stops: readonly Stop[],
  valueAt: (stop: Stop) => number | null,
): {
  /** The place to read once more; null when that is done. */
  readonly check: Stop | null;
  /** How many are left. */
  readonly left: number;
  readonly shiftOf: (what: WalkKind) => number;
  /** @returns what to say of a place read once more, mm */
  readonly compare: (value: number) => string;
  readonly passOver: () => void;
} => {
  const [checks, setChecks] = useState<readonly Stop[]>(() => {
    if (!again) return [];
    const read = stops.filter((s) => (s.what === "lateral" || s.what === "radial") && valueAt(s) !== null);
    return (["lateral", "radial"] as const).flatMap((what) =>
      read
        .filter((s) => s.what === what)
        .slice(-2)
        .reverse(),
    );
  });
  const [found, setFound] = useState<Readonly<Record<string, readonly number[]>>>({});
  const [shift, setShift] = useState<Readonly<Record<string, number>>>({});
  const check = checks[0] ?? null;
  const compare = (value: number): string => {
    if (!check) return "";
    const seen = [...(found[check.what] ?? []), value - (valueAt(check) ?? 0)];
    setFound({ ...found, [check.what]: seen });
    const rest = checks.slice(1);
    const others = rest.filter((c) => c.what !== check.what);
    const size = Math.abs(seen[0]);
    if (size <= AGREES) {
      setChecks(others);
      return `${WORDS[check.what] ?? "it"} as before: go on`;
    }
    if (seen.length === 1 && others.length < rest.length) {
      setChecks(rest);
      return `${size.toFixed(2)} mm otherwise than before: one more place to be sure`;
    }
    setChecks(others);
    if (seen.length < 2 || Math.abs(seen[1] - seen[0]) > STEADY)
      return "the two places differ by different amounts: something moved. Leave, and read the wheel again";
    const by = (seen[0] + seen[1]) / 2;
    setShift({ ...shift, [check.what]: by });
    return `the dial stands ${Math.abs(by).toFixed(2)} mm ${by > 0 ? "up" : "down"} since: the rest is taken as if it did not`;
  };
  return {
    check,
    left: checks.length,
    shiftOf: (what) => shift[what] ?? 0,
    compare,
    passOver: () => setChecks(checks.slice(1)),
  };
};
