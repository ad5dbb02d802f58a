import { cholesky, choleskySolve, inverseDiagonal } from "../mechanics/dense";

/** A pair squeezed by hand: is the first tighter than the second? */
export interface Squeeze {
  readonly spoke: number;
  readonly against: number;
  readonly felt: "tighter" | "same" | "looser";
}

/** Where a spoke stands among its like by hand. */
export interface Felt {
  readonly spoke: number;
  /** In steps a hand can just tell; 0 is the middle of all. */
  readonly level: number;
  /** Steps, 1 σ. */
  readonly sure: number;
  readonly slack: boolean;
}

/** A hand calls a pair the same inside about this many steps. */
const SAME = 0.5;
/** So many steps looser than the middle, half its tension, and looser than all it was felt against: slack. */
const SLACK = -4.5;

const density = (x: number): number => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
/** Normal distribution by Abramowitz & Stegun 26.2.17, within 7.5e-8. */
const below = (x: number): number => {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    density(x) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
};

/** Part of a wish to be alike, 1 over the variance of the levels in steps²: from half a step to eight. */
const WISHES = [4, 2, 1, 1 / 2, 1 / 4, 1 / 7, 1 / 12, 1 / 20, 1 / 36, 1 / 64];

/** Chance of what was felt of two spokes `d` apart (in the √2 of a step two spokes err by), and its first two slopes in ln. */
const chanceOf = (
  felt: Squeeze["felt"],
  d: number,
): { readonly chance: number; readonly pull: number; readonly bend: number } => {
  const edge = SAME / Math.SQRT2;
  const [low, high] =
    felt === "tighter"
      ? [edge, Number.POSITIVE_INFINITY]
      : felt === "looser"
        ? [Number.NEGATIVE_INFINITY, -edge]
        : [-edge, edge];
  const at = (x: number) => (Number.isFinite(x) ? density(x - d) : 0);
  const slope = (x: number) => (Number.isFinite(x) ? (x - d) * density(x - d) : 0);
  const upper = high === Number.POSITIVE_INFINITY ? 1 : below(high - d);
  const lower = low === Number.NEGATIVE_INFINITY ? 0 : below(low - d);
  const chance = Math.max(upper - lower, 1e-12);
  const pull = (at(high) - at(low)) / chance;
  return { chance, pull, bend: pull * pull + (slope(high) - slope(low)) / chance };
};

interface Levels {
  readonly level: Float64Array;
  readonly variance: Float64Array;
  /** ln of how likely what was felt is, levels summed over (Laplace). */
  readonly evidence: number;
}

/** The likeliest levels under one wish to be alike, by Newton's method from those under another. */
const levelsUnder = (
  wish: number,
  n: number,
  from: Float64Array,
  pairs: readonly (readonly [i: number, j: number, felt: Squeeze["felt"]])[],
): Levels => {
  const level = from.slice();
  for (let pass = 0; ; pass++) {
    const slope = Float64Array.from(level, (v) => wish * v);
    const curve = new Float64Array(n * n);
    let likely = level.reduce((sum, v) => sum - (wish * v * v) / 2, (n / 2) * Math.log(wish));
    for (let i = 0; i < n; i++) curve[i * n + i] = wish;
    for (const [i, j, felt] of pairs) {
      const { chance, pull, bend } = chanceOf(felt, (level[i] - level[j]) / Math.SQRT2);
      likely += Math.log(chance);
      const g = pull / Math.SQRT2;
      const h = bend / 2;
      slope[i] += g;
      slope[j] -= g;
      curve[i * n + i] += h;
      curve[j * n + j] += h;
      curve[i * n + j] -= h;
      curve[j * n + i] -= h;
    }
    const factor = cholesky(curve, n);
    // The sum is convex: its curve has a factor whatever the answers are.
    if (!factor) throw new Error("levels of squeezed pairs have no curve");
    const step = choleskySolve(factor, n, slope);
    const most = step.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
    if (most < 1e-6 || pass === 60) {
      let det = 0;
      for (let i = 0; i < n; i++) det += Math.log(factor[i * n + i]);
      return { level, variance: inverseDiagonal(factor, n), evidence: likely - det };
    }
    // Never more than two steps at once: far out the curve is nearly flat and Newton would overshoot.
    const part = Math.min(1, 2 / most);
    for (let i = 0; i < n; i++) level[i] -= part * step[i];
  }
};

/**
 * An order of tightness from pairs felt by hand: Thurstone's law of comparative judgement with ties (Thurstone 1927;
 * ties as Glenn & David 1960). How far the spokes stand apart in all is learnt from how many pairs were felt alike: the
 * levels are the mean over wishes to be alike, each by how likely it makes what was felt (MacKay 1992, evidence).
 *
 * @returns the spokes that were felt, loosest first
 */
export const rankByHand = (pairs: readonly Squeeze[]): Felt[] => {
  const numbers = [...new Set(pairs.flatMap((p) => [p.spoke, p.against]))].sort((a, b) => a - b);
  if (numbers.length === 0) return [];
  const at = new Map(numbers.map((s, i) => [s, i]));
  const n = numbers.length;
  const indexed = pairs.map((p) => [at.get(p.spoke) ?? 0, at.get(p.against) ?? 0, p.felt] as const);
  const under: Levels[] = [];
  for (const wish of WISHES) under.unshift(levelsUnder(wish, n, under[0]?.level ?? new Float64Array(n), indexed));
  const best = Math.max(...under.map((u) => u.evidence));
  const weights = under.map((u) => Math.exp(u.evidence - best));
  const all = weights.reduce((a, b) => a + b, 0);
  const level = new Float64Array(n);
  const second = new Float64Array(n);
  under.forEach((u, w) => {
    for (let i = 0; i < n; i++) {
      level[i] += (weights[w] / all) * u.level[i];
      second[i] += (weights[w] / all) * (u.level[i] ** 2 + u.variance[i]);
    }
  });
  return numbers
    .map((spoke, i) => {
      const sure = Math.sqrt(Math.max(0, second[i] - level[i] ** 2));
      // Slack: looser than everything it was felt against, and far from the middle.
      const own = pairs.filter((p) => p.spoke === spoke || p.against === spoke);
      const always = own.every((p) => (p.spoke === spoke ? p.felt === "looser" : p.felt === "tighter"));
      return { spoke, level: level[i], sure, slack: own.length >= 2 && always && level[i] < SLACK };
    })
    .sort((a, b) => a.level - b.level);
};

/** How many of the loosest are felt against each other before they are named. */
const LOOSEST = 6;

/** The pair whose answer would now tell most: first round the side, each against the next two, then among the loosest. */
export const nextPair = (
  alike: readonly number[],
  pairs: readonly Squeeze[],
): readonly [spoke: number, against: number] | null => {
  const felt = (a: number, b: number) =>
    pairs.some((p) => (p.spoke === a && p.against === b) || (p.spoke === b && p.against === a));
  for (const step of [1, 2])
    for (let i = 0; i < alike.length; i++) {
      const pair = [alike[i], alike[(i + step) % alike.length]] as const;
      if (pair[0] !== pair[1] && !felt(...pair)) return pair;
    }
  const loosest = rankByHand(pairs.filter((p) => alike.includes(p.spoke)))
    .slice(0, LOOSEST)
    .map((r) => r.spoke);
  for (let i = 0; i < loosest.length; i++)
    for (let j = i + 1; j < loosest.length; j++) if (!felt(loosest[i], loosest[j])) return [loosest[i], loosest[j]];
  return null;
};
