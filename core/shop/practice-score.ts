import type { PracticeLevel } from "./practice-levels";

/** How a practice wheel really stands: what no dial and no ear tells, shown to who learns. */
export interface PracticeScore {
  /** mm, without noise, weld or grain. */
  readonly lateral: number;
  readonly radial: number;
  /** Farthest spoke from its side's mean, fraction; and the mean tension as part of what is wanted. */
  readonly spread: number;
  readonly tight: number;
  /** Nipples touched, each time counted, and turns in all. */
  readonly touches: number;
  readonly turns: number;
  readonly rounds: number;
  /** Asked for before the own plan stood. */
  readonly hints: number;
  /** mm: the truest this wheel could be with its spokes within a fifth of their side. */
  readonly best: number;
  /** 0 to 100. */
  readonly points: number;
}

/** mm nobody holds truer by hand: what is better than this is as good. */
const FINE = 0.1;
/** Fraction within which spokes are as even as it matters (common practice: 10 % is good). */
const EVEN = 0.1;
/** What trueness, evenness and few touches weigh. */
const WEIGHTS = { truth: 50, even: 30, touches: 20 };
/** What a hint costs. */
export const HINT = 2;

/** Points of a hundred: as true as it could be, as even as it matters, one touch a spoke or fewer; a hint takes a little. */
export const practicePoints = (s: Omit<PracticeScore, "points" | "rounds" | "turns">, holes: number): number => {
  const truth = Math.max(FINE, s.best) / Math.max(FINE, s.best, s.lateral, s.radial);
  const even = EVEN / Math.max(EVEN, s.spread);
  const few = s.touches === 0 ? 0 : Math.min(1, holes / s.touches);
  // Slack all round is true and even and no wheel.
  const tight = Math.min(1, s.tight / 0.85);
  const made = tight * (WEIGHTS.truth * truth + WEIGHTS.even * even) + WEIGHTS.touches * few * truth;
  return Math.max(0, Math.round(made) - HINT * s.hints);
};

/** A wheel somebody trained on, and how it stands. */
export interface TrainedScore {
  readonly jobId: string;
  readonly mark: string;
  readonly begun: string;
  readonly level: PracticeLevel;
  readonly who: string;
  readonly score: PracticeScore;
}
