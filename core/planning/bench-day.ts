/** Minutes after midnight, of the shop's own clock. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Time in which nobody is at the bench; a whole day is 0 to 1440. */
export interface Away extends Stretch {
  /** Known by in the calendar it came from. */
  readonly uid: string;
  /** `2026-11-23`. */
  readonly day: string;
  readonly what: string;
}

/** When the bench is open on a day: its hours, less all that is away; in order, none touching. */
export const openStretches = (opensAt: number, benchMinutes: number, away: readonly Stretch[]): Stretch[] => {
  const out: Stretch[] = [];
  const closes = Math.min(1440, opensAt + benchMinutes);
  let at = opensAt;
  for (const a of [...away].sort((x, y) => x.from - y.from)) {
    if (a.to <= at) continue;
    if (a.from >= closes) break;
    if (a.from > at) out.push({ from: at, to: a.from });
    at = a.to;
  }
  if (at < closes) out.push({ from: at, to: closes });
  return out;
};

export const openMinutes = (stretches: readonly Stretch[]): number =>
  stretches.reduce((sum, s) => sum + s.to - s.from, 0);

/** The clock's times of bench minutes, counted from the opening and broken off while the bench is left. */
export const onTheClock = (stretches: readonly Stretch[], from: number, minutes: number): Stretch[] => {
  const out: Stretch[] = [];
  let before = 0;
  for (const s of stretches) {
    const begin = Math.max(s.from, s.from + from - before);
    const end = Math.min(s.to, s.from + from + minutes - before);
    if (end > begin) out.push({ from: begin, to: end });
    before += s.to - s.from;
  }
  return out;
};
