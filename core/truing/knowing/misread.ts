import type { Readings } from "../../runout/runout";

/** What a slip at the dial looks like, and the readings as they should then have been. */
export interface Misread {
  readonly code: "sign" | "unit" | "shift" | "knocked" | "wild";
  readonly what: "lateral" | "radial";
  /** Spokes it is about; empty for the whole round. */
  readonly spokes: readonly number[];
  readonly text: string;
  readonly mended: Readings;
}

const WORD = { lateral: "side to side", radial: "hop" } as const;

/** mm, 1 σ: what a forecast and a dial leave over when nothing slipped. */
const USUAL = 0.05;
/** A slip is told only when it leaves this part of the misfit or less. */
const EXPLAINS = 0.5;

const known = (line: Readings): number[] => line.flatMap((v, i) => (v === null ? [] : [i]));

/** Root mean square of line − expected, a common zero taken off by the median so that a weld does not count. */
const misfitOf = (line: Readings, expected: ArrayLike<number>): number => {
  const off = known(line).map((i) => (line[i] as number) - expected[i]);
  if (off.length < 4) return 0;
  const sorted = [...off].sort((a, b) => a - b);
  const zero = sorted[Math.floor(sorted.length / 2)];
  // The worst tenth is left out: a weld, a wild one.
  const size = off.map((v) => (v - zero) ** 2).sort((a, b) => a - b);
  const kept = size.slice(0, Math.max(4, Math.ceil(size.length * 0.9)));
  return Math.sqrt(kept.reduce((a, b) => a + b, 0) / kept.length);
};

/** What a rim may have done: where it was, and what was turned, answered by half to almost twice what is reckoned. */
export interface Expected {
  readonly was: ArrayLike<number>;
  readonly moved: ArrayLike<number>;
}
const ANSWERS = [0.5, 0.7, 0.85, 1, 1.2, 1.5, 1.8];

const lines = ({ was, moved }: Expected): number[][] =>
  ANSWERS.map((s) => Array.from({ length: was.length }, (_, i) => was[i] + s * moved[i]));

const misfit = (line: Readings, expected: readonly (readonly number[])[]): number =>
  Math.min(...expected.map((e) => misfitOf(line, e)));

/** Units mistaken for each other: hundredths for thou, a hand's turn of 1 mm for one of half, a slipped point. */
const FACTORS: readonly (readonly [number, string])[] = [
  [2.54, "thou read as hundredths"],
  [1 / 2.54, "hundredths read as thou"],
  [0.5, "a dial of half a millimetre a turn read as one of a whole"],
  [2, "a dial of a whole millimetre a turn read as one of half"],
  [10, "the point one place too far left"],
  [0.1, "the point one place too far right"],
];

/**
 * Looks for one slip that explains why a round's readings are not what its turns should have brought: the sign, the unit,
 * the count one spoke out, or the dial knocked on the way round. Only what explains most of it is named.
 *
 * @param reckoned mm over every hole, any zero; the last readings, and what the turns since should have added
 * @param sigma mm by which the forecast is usually out
 */
export const findMisread = (
  what: "lateral" | "radial",
  line: Readings,
  reckoned: Expected,
  sigma: number,
): Misread | null => {
  const expected = lines(reckoned);
  const places = known(line);
  if (places.length < 6) return null;
  const plain = misfit(line, expected);
  const usual = Math.hypot(USUAL, sigma);
  if (plain < 2 * usual) return null;
  const n = line.length;
  const tries: Misread[] = [];
  const add = (code: Misread["code"], mended: Readings, text: string, spokes: readonly number[] = []) =>
    tries.push({ code, what, spokes, text: `${WORD[what]}: ${text}`, mended });
  const scaled = (factor: number) => line.map((v) => (v === null ? null : v * factor));
  add(
    "sign",
    scaled(-1),
    "every reading stands to the other side of what the turns should have brought; plus and minus look changed over",
  );
  for (const [factor, words] of FACTORS)
    add("unit", scaled(factor), `too large or small throughout by one factor: ${words}`);
  for (const by of [1, -1, 2, -2])
    add(
      "shift",
      line.map((_, i) => line[(i + by + n) % n]),
      `the same wave, ${Math.abs(by)} ${Math.abs(by) === 1 ? "spoke" : "spokes"} ${by > 0 ? "late" : "early"}: the count looks ${Math.abs(by)} out from the valve`,
    );
  const coarse = bestStep(line, expected);
  const step = coarse && closing(line, coarse.from);
  if (step)
    add(
      "knocked",
      line.map((v, i) => (v === null || i < step.from ? v : v - step.by)),
      `from spoke ${step.from + 1} on everything stands ${Math.abs(step.by).toFixed(2)} mm ${step.by > 0 ? "up" : "down"}: the dial looks knocked there`,
      [step.from + 1],
    );
  const best = tries.map((t) => ({ t, left: misfit(t.mended, expected) })).sort((a, b) => a.left - b.left)[0];
  return best && best.left < EXPLAINS * plain && best.left < 2.5 * usual ? best.t : null;
};

/** The place and height of one step that brings a line nearest to what was expected. */
const bestStep = (line: Readings, expected: readonly (readonly number[])[]): { from: number; by: number } | null => {
  const places = known(line);
  let best: { from: number; by: number; left: number } | null = null;
  const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
  for (let k = 3; k + 3 <= places.length; k++) {
    const middle = expected[3];
    const before = places.slice(0, k).map((i) => (line[i] as number) - middle[i]);
    const after = places.slice(k).map((i) => (line[i] as number) - middle[i]);
    const by = median(after) - median(before);
    if (Math.abs(by) < 0.1) continue;
    const left = misfit(
      line.map((v, i) => (v === null || i < places[k] ? v : v - by)),
      expected,
    );
    if (!best || left < best.left) best = { from: places[k], by, left };
  }
  return best;
};

/** The step near a place that makes the ring close best: a forecast finds where, the rim's own smoothness how much. */
const closing = (line: Readings, near: number): { from: number; by: number } | null => {
  const places = known(line);
  const m = places.length;
  const v = places.map((i) => line[i] as number);
  const about = places.indexOf(near);
  let best: { from: number; by: number; rough: number } | null = null;
  for (let k = Math.max(2, about - 2); k <= Math.min(m - 2, about + 2); k++) {
    const here = v[k] - v[k - 1] - (v[k - 1] - v[k - 2] + v[(k + 1) % m] - v[k]) / 2;
    const back = v[0] - v[m - 1] - (v[m - 1] - v[m - 2] + v[1] - v[0]) / 2;
    const by = (here - back) / 2;
    const mended = v.map((x, i) => (i < k ? x : x - by));
    const rough = mended.reduce((a, x, i) => a + (mended[(i + m - 1) % m] - 2 * x + mended[(i + 1) % m]) ** 2, 0);
    if (!best || rough < best.rough) best = { from: places[k], by, rough };
  }
  return best;
};

/**
 * A dial knocked on the way round, with nothing to compare with: a rim is a smooth ring, and a knock leaves two jumps,
 * there and between the last spoke and the first. Compares how rough the line is with one step taken off.
 */
export const findKnock = (what: "lateral" | "radial", line: Readings): Misread | null => {
  const places = known(line);
  const m = places.length;
  if (m < 8) return null;
  const v = places.map((i) => line[i] as number);
  // Second differences round the ring; a step by d from k on adds d·pattern to them.
  const second = (x: readonly number[]) => x.map((_, i) => x[(i + m - 1) % m] - 2 * x[i] + x[(i + 1) % m]);
  const own = second(v);
  // A weld makes three large second differences: left out by taking the largest tenth off.
  const rough = (x: readonly number[]) => {
    const sorted = x.map((d) => d * d).sort((a, b) => a - b);
    return sorted.slice(0, Math.ceil(0.85 * m)).reduce((a, b) => a + b, 0);
  };
  const smooth = Math.sqrt(rough(own) / Math.ceil(0.85 * m));
  let best: { k: number; by: number; left: number } | null = null;
  for (let k = 2; k + 2 <= m; k++) {
    const jumpHere = v[k] - v[k - 1] - (v[k - 1] - v[k - 2] + v[(k + 1) % m] - v[k]) / 2;
    const jumpBack = v[0] - v[m - 1] - (v[m - 1] - v[m - 2] + v[1] - v[0]) / 2;
    // The two jumps of one knock are the same with opposite signs.
    if (jumpHere * jumpBack >= 0) continue;
    const by = (jumpHere - jumpBack) / 2;
    if (Math.abs(jumpHere + jumpBack) > 0.35 * Math.abs(by) || Math.abs(by) < Math.max(0.2, 6 * smooth)) continue;
    const mended = v.map((x, i) => (i < k ? x : x - by));
    const left = second(mended).reduce((a, d) => a + d * d, 0);
    if (!best || left < best.left) best = { k, by, left };
  }
  const whole = own.reduce((a, d) => a + d * d, 0);
  if (!best || best.left > 0.3 * whole) return null;
  const from = places[best.k];
  const by = best.by;
  return {
    code: "knocked",
    what,
    spokes: [from + 1],
    text: `${WORD[what]}: from spoke ${from + 1} on everything stands ${Math.abs(by).toFixed(2)} mm ${by > 0 ? "up" : "down"}, and it does not close at the valve: the dial looks knocked there`,
    mended: line.map((x, i) => (x === null || i < from ? x : x - by)),
  };
};
