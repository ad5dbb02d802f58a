import type { Taken } from "../measurement/taken";
import type { Round } from "../rounds/round";
import { turnsMade } from "../rounds/turn";
import type { JobKind } from "../wheel/stages";

/** The spoke put in for a broken one. */
export interface NewSpoke {
  readonly spoke: number;
  /** mm, as it was put in; null until it is. */
  readonly length: number | null;
  /** As long as the old one was by its pieces, mm; null where they were not measured. */
  readonly pieces: number | null;
  /** Brought to the tension of its likes as it was put in. */
  readonly up: boolean;
}

/** Null where none broke, or nobody said which. */
export const newSpokeOf = (kind: JobKind, taken: Readonly<Record<string, Taken>>): NewSpoke | null => {
  const spoke = taken["break.spoke"]?.value ?? null;
  if (spoke === null || (kind !== "broken-spoke" && !taken["break.new"])) return null;
  return {
    spoke,
    length: taken["break.new"]?.value ?? null,
    pieces: taken["break.pieces"]?.value ?? null,
    up: taken["break.up"]?.typed === "up",
  };
};

/** The round in which a new spoke was brought up; −1 where none did, or it was put in already tight. */
export const broughtUpIn = (
  { spoke, up }: Pick<NewSpoke, "spoke" | "up">,
  rounds: readonly Round[],
  holes: number,
): number => (up ? -1 : rounds.findIndex((r) => (turnsMade(r, holes)[spoke - 1] ?? 0) > 0));
