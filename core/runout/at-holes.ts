import { medianOf } from "./median";

/** One sample of a turning wheel's dial: degrees clockwise from the valve, mm. */
export interface Sample {
  readonly angleDeg: number;
  readonly value: number;
}

/** Parts of a gap between two holes: what is so near stands over the hole; and, where nothing is, so near beside it. */
const [OVER, BESIDE] = [0.2, 0.4];

/**
 * A turn's trace read over each hole: the middle of the samples within a fifth of a gap of it, so that grain does not
 * count and a weld between two holes does not reach them; where a slow gauge has none there, between what is near on
 * either side; null where the trace has nothing.
 */
export const atHoles = (samples: readonly Sample[], holes: number): (number | null)[] => {
  const near: { off: number; value: number }[][] = Array.from({ length: holes }, () => []);
  for (const s of samples) {
    const at = ((((s.angleDeg % 360) + 360) % 360) / 360) * holes - 0.5;
    const hole = Math.round(at);
    if (Math.abs(at - hole) <= BESIDE) near[((hole % holes) + holes) % holes].push({ off: at - hole, value: s.value });
  }
  return near.map((list) => {
    const over = list.filter((s) => Math.abs(s.off) <= OVER);
    if (over.length > 0) return medianOf(over.map((s) => s.value));
    const [before, after] = [list.filter((s) => s.off < 0), list.filter((s) => s.off > 0)];
    if (before.length === 0 || after.length === 0) return null;
    const from = before.reduce((a, b) => (b.off > a.off ? b : a));
    const to = after.reduce((a, b) => (b.off < a.off ? b : a));
    return from.value + ((to.value - from.value) * -from.off) / (to.off - from.off);
  });
};
