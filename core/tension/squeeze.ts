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
/** Half as loose again as a hand's step from all its neighbours: slack. */
const SLACK = -2;

const density = (x: number): number => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
/** Normal distribution by Abramowitz & Stegun 26.2.17, within 7.5e-8. */
const below = (x: number): number => {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    density(x) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
};

/**
 * An order of tightness from pairs felt by hand: Thurstone's law of comparative judgement with ties (Thurstone 1927;
 * ties as Glenn & David 1960), the likeliest levels under a mild wish to be alike, by Newton's method.
 *
 * @returns the spokes that were felt, loosest first
 */
export const rankByHand = (pairs: readonly Squeeze[]): Felt[] => {
  const numbers = [...new Set(pairs.flatMap((p) => [p.spoke, p.against]))].sort((a, b) => a - b);
  if (numbers.length === 0) return [];
  const at = new Map(numbers.map((s, i) => [s, i]));
  const n = numbers.length;
  const level = new Float64Array(n);
  /** A wish to be alike: levels spread about two steps. */
  const wish = 1 / 4;
  let factor: Float64Array | null = null;
  for (let pass = 0; pass < 40; pass++) {
    const slope = Float64Array.from(level, (v) => wish * v);
    const curve = new Float64Array(n * n);
    for (let i = 0; i < n; i++) curve[i * n + i] = wish;
    for (const p of pairs) {
      const i = at.get(p.spoke) ?? 0;
      const j = at.get(p.against) ?? 0;
      const d = (level[i] - level[j]) / Math.SQRT2;
      const edge = SAME / Math.SQRT2;
      const [low, high] =
        p.felt === "tighter"
          ? [edge, Number.POSITIVE_INFINITY]
          : p.felt === "looser"
            ? [Number.NEGATIVE_INFINITY, -edge]
            : [-edge, edge];
      const upper = high === Number.POSITIVE_INFINITY ? 1 : below(high - d);
      const lower = low === Number.NEGATIVE_INFINITY ? 0 : below(low - d);
      const chance = Math.max(upper - lower, 1e-12);
      const pull =
        ((high === Number.POSITIVE_INFINITY ? 0 : density(high - d)) -
          (low === Number.NEGATIVE_INFINITY ? 0 : density(low - d))) /
        chance;
      const bend =
        pull * pull +
        ((high === Number.POSITIVE_INFINITY ? 0 : (high - d) * density(high - d)) -
          (low === Number.NEGATIVE_INFINITY ? 0 : (low - d) * density(low - d))) /
          chance;
      const g = pull / Math.SQRT2;
      const h = bend / 2;
      slope[i] += g;
      slope[j] -= g;
      curve[i * n + i] += h;
      curve[j * n + j] += h;
      curve[i * n + j] -= h;
      curve[j * n + i] -= h;
    }
    factor = cholesky(curve, n);
    if (!factor) break;
    const step = choleskySolve(factor, n, slope);
    let most = 0;
    for (let i = 0; i < n; i++) {
      level[i] -= step[i];
      most = Math.max(most, Math.abs(step[i]));
    }
    if (most < 1e-9) break;
  }
  const spread = factor ? inverseDiagonal(factor, n) : new Float64Array(n);
  return numbers
    .map((spoke, i) => {
      const sure = Math.sqrt(Math.max(0, spread[i]));
      // Slack: looser than everything it was felt against, and far from the middle.
      const own = pairs.filter((p) => p.spoke === spoke || p.against === spoke);
      const always = own.every((p) => (p.spoke === spoke ? p.felt === "looser" : p.felt === "tighter"));
      return { spoke, level: level[i], sure, slack: own.length >= 2 && always && level[i] < SLACK / 2 };
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
