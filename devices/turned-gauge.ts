import type { Chance } from "./random";

/** How a wheel is turned under a gauge that sends by itself. */
export interface TurnedBy {
  /** s the first turn takes. */
  readonly secondsATurn: number;
  /** Part of its speed it has lost after one turn. */
  readonly slows: number;
  /** Turns in all, and where it stood when the gauge was first heard, of a turn before the valve. */
  readonly turns: number;
  readonly before: number;
  /** Figures a second, and what its last place is, mm. */
  readonly perSecond: number;
  readonly step: number;
  /** ms, 1 σ: how late or early a figure comes. */
  readonly late: number;
  /** Stuck on the rim at the valve: mm high, degrees long; none where there is none. */
  readonly strip: { readonly height: number; readonly degrees: number } | null;
}

/** As the stand-in's gauge is turned where nothing else is said. */
export const BY_HAND: TurnedBy = {
  ...{ secondsATurn: 6, slows: 0.15, turns: 1.5, before: 0.15, perSecond: 25, step: 0.01, late: 3 },
  strip: { height: 0.3, degrees: 6 },
};

/** Where the valve stands after so many seconds, degrees past the gauge; null once the wheel stands. */
export const turnedTo = (by: TurnedBy, seconds: number): number | null => {
  const speed = 1 / by.secondsATurn;
  // Slowed by the same force all the way: after one turn its speed is that part less.
  const braked = (speed ** 2 * (1 - (1 - by.slows) ** 2)) / 2;
  const gone = speed * seconds - (braked * seconds * seconds) / 2;
  return gone > by.turns || speed - braked * seconds <= 0 ? null : 360 * (gone - by.before);
};

/** mm that a gauge shows, its strip with it, to its last place. */
export const gaugeShows = (shows: (angleDeg: number) => number, by: TurnedBy, angleDeg: number): number => {
  const off = Math.abs(((((angleDeg + 180) % 360) + 360) % 360) - 180);
  const strip = by.strip && off <= by.strip.degrees / 2 ? by.strip.height : 0;
  return Math.round((shows(angleDeg) + strip) / by.step) * by.step;
};

/**
 * What a gauge shows while a wheel is turned under it.
 *
 * @param shows mm at an angle from the valve, degrees
 * @returns by when it is sent, ms
 */
export const turnedGauge = (
  shows: (angleDeg: number) => number,
  by: TurnedBy,
  luck: Chance,
): readonly { readonly at: number; readonly mm: number; readonly angleDeg: number }[] => {
  const heard: { at: number; mm: number; angleDeg: number }[] = [];
  for (let k = 0; ; k++) {
    const angleDeg = turnedTo(by, k / by.perSecond);
    if (angleDeg === null) return heard;
    // One late, the next waits for it.
    const at = Math.max((heard.at(-1)?.at ?? -1) + 0.5, (1000 * k) / by.perSecond + Math.abs(luck.normal(by.late)));
    heard.push({ at, mm: gaugeShows(shows, by, angleDeg), angleDeg });
  }
};
