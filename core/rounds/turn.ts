/** One nipple turned, + tightened. */
export interface Turn {
  readonly id: string;
  readonly spoke: number;
  readonly turns: number;
  /** Who turned it; empty where nobody said. */
  readonly who?: string;
  /** When it was stored; set by the record. */
  readonly at?: string;
}

/** Turns, whatever round they are of. */
export interface Turned {
  readonly turns: readonly Turn[];
}

/** Turns a hand may ask of one nipple in a round, where it plans itself. */
export const MOST_ALTERED = 2;

/** Turns nobody can make differ by less. */
const NONE = 1e-9;

/** Turns per spoke really made; a nipple turned twice counts both. */
export const turnsMade = ({ turns }: Turned, holes: number): number[] => {
  const out = new Array<number>(holes).fill(0);
  for (const t of turns) if (t.spoke >= 1 && t.spoke <= holes) out[t.spoke - 1] += t.turns;
  return out;
};

/** Turned and turned back whole: as if nothing had been turned. */
export const isTakenBack = ({ turns }: Turned): boolean => {
  const sums = new Map<number, number>();
  for (const t of turns) sums.set(t.spoke, (sums.get(t.spoke) ?? 0) + t.turns);
  return turns.some((t) => t.turns !== 0) && [...sums.values()].every((v) => Math.abs(v) < NONE);
};

/**
 * Spokes whose turn was recorded, even as nil, each once; one turned back since is none of them, and none is where the
 * whole round was turned back.
 */
export const walkedSpokes = (round: Turned): number[] => {
  if (isTakenBack(round)) return [];
  const sums = new Map<number, number>();
  const walked = new Set<number>();
  for (const { spoke, turns } of round.turns) {
    const sum = (sums.get(spoke) ?? 0) + turns;
    sums.set(spoke, sum);
    if (turns !== 0 && Math.abs(sum) < NONE) walked.delete(spoke);
    else walked.add(spoke);
  }
  return [...walked];
};

/** Whether anything of it is turned as it stands now. */
export const isTurned = (round: Turned): boolean => round.turns.length > 0 && !isTakenBack(round);

/** What every nipple was turned over some rounds together. */
export const turnsOver = (rounds: readonly Turned[], holes: number): number[] => {
  const out = new Array<number>(holes).fill(0);
  for (const round of rounds)
    turnsMade(round, holes).forEach((t, i) => {
      out[i] += t;
    });
  return out;
};
