/** Bench minutes a stage takes, with its spread. */
export interface StageTime {
  readonly median: number;
  /** A quarter of the wheels took less, a quarter more. */
  readonly low: number;
  readonly high: number;
  /** Wheels behind it; 0 for a figure of the trade. */
  readonly from: number;
}

/** Until this shop has done it often enough (common practice: lacing minutes to an hour, truing three quarters). */
const USUAL: Readonly<Record<string, number>> = {
  "book-in": 10,
  measure: 25,
  spokes: 15,
  lace: 45,
  tension: 30,
  true: 60,
  "hand-back": 10,
};

/** For a stage nobody has a figure of. */
export const UNKNOWN_STAGE: StageTime = { median: 20, low: 12, high: 36, from: 0 };

/** A break longer than this is no bench time, minutes. */
const BREAK = 15;
/** Wheels of this shop's own before the trade's figure is let go. */
const ENOUGH = 3;

/** Bench minutes between the marks somebody left in the record: readings, figures, turns. @param times ms, any order */
export const benchMinutes = (times: readonly number[]): number => {
  const sorted = [...times].sort((a, b) => a - b);
  let minutes = 0;
  for (let i = 1; i < sorted.length; i++) {
    const gap = (sorted[i] - sorted[i - 1]) / 60_000;
    if (gap <= BREAK) minutes += gap;
  }
  return minutes;
};

/** What each stage takes here: the middle of this shop's own wheels, the trade's figure until there are some. */
export const stageTimes = (past: Readonly<Record<string, readonly number[]>>): Readonly<Record<string, StageTime>> =>
  Object.fromEntries(
    Object.entries(USUAL).map(([stage, usual]) => {
      const own = [...(past[stage] ?? [])].filter((m) => m >= 1).sort((a, b) => a - b);
      if (own.length < ENOUGH) return [stage, { median: usual, low: usual * 0.6, high: usual * 1.8, from: 0 }];
      const at = (part: number) => own[Math.min(own.length - 1, Math.floor(part * own.length))];
      return [stage, { median: at(0.5), low: at(0.25), high: at(0.75), from: own.length }];
    }),
  );

/** What some stages take together. Slow ones and quick ones make up for each other: the squares of their spreads add up. */
export const together = (times: readonly StageTime[]): Pick<StageTime, "median" | "low" | "high"> => {
  const median = times.reduce((sum, t) => sum + t.median, 0);
  const apart = (end: "low" | "high") => Math.sqrt(times.reduce((sum, t) => sum + (t[end] - t.median) ** 2, 0));
  return { median, low: median - apart("low"), high: median + apart("high") };
};
