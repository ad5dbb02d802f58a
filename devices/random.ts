/** A seeded source of chance, so that a stand-in wheel is the same wheel every time it is asked for. */
export interface Chance {
  /** Evenly in [low, high). */
  readonly between: (low: number, high: number) => number;
  /** Normal, mean 0. */
  readonly normal: (sigma: number) => number;
}

/** Mulberry32: small, and good enough for scatter and noise. */
export const chance = (seed: number): Chance => {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    between: (low, high) => low + (high - low) * next(),
    normal: (sigma) => sigma * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
};
