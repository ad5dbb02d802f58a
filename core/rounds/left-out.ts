import type { Round } from "./round";
import { isTurned } from "./turn";

/**
 * The rounds that count. Of one that was left out nothing read counts; what was turned in it was turned all the same, and
 * stays with the round before it.
 */
export const countingOf = (rounds: readonly Round[], leftOut: ReadonlySet<string>): readonly Round[] =>
  leftOut.size === 0
    ? rounds
    : rounds.flatMap((r) => {
        if (!leftOut.has(r.id)) return [r];
        return isTurned(r) || r.destressed ? [{ ...r, readings: [], advice: null }] : [];
      });
