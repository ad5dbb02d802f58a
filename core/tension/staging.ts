import type { Figures } from "../figures/newest";
import type { ElasticWheel } from "../mechanics/elastic-wheel";
import type { Side } from "../wheel/wheel-file";

/** Ways of bringing a wheel up, as parts of the wanted tension. */
export const STAGINGS = {
  "50-80-90-100": { label: "half, 80, 90, full", parts: [0.5, 0.8, 0.9, 1] },
  quarters: { label: "by quarters", parts: [0.25, 0.5, 0.75, 1] },
  "70-100": { label: "70, then full", parts: [0.7, 1] },
} as const;
export type Staging = keyof typeof STAGINGS;

/** Where nobody chose. */
export const USUAL_STAGING: Staging = "50-80-90-100";

/** How a wheel is brought up, from its figures. */
export const stagingOf = (figures: Figures): Staging => {
  const told = figures["tension.staging"];
  return typeof told === "string" && told in STAGINGS ? (told as Staging) : USUAL_STAGING;
};

/** One pass round the wheel that brings it up. */
export interface StagedRound {
  /** Part of the wanted tension after it. */
  readonly part: number;
  /** Turns for every nipple of a side, + tightens. */
  readonly turns: Readonly<Record<Side, number>>;
  /** N, side means after it by the model. */
  readonly tension: Readonly<Record<Side, number>>;
  /** mm the rim's middle moves towards A in this round. */
  readonly offset: number;
  /** mm the rim's radius shrinks in this round. */
  readonly shrinks: number;
  /** Slackens, or turns more than any stage from none would: what it was planned from had better be read again. */
  readonly unusual: boolean;
  readonly after: readonly string[];
}

const THEN: readonly { readonly upTo: number; readonly what: readonly string[] }[] = [
  { upTo: 0.55, what: ["de-stress a first time", "offset within 1 mm"] },
  { upTo: 0.85, what: ["side to side within 1 mm"] },
  { upTo: 0.95, what: ["hop within 1 mm"] },
  { upTo: 1.01, what: ["side to side again", "de-stress and read until nothing moves"] },
];

/** Turns a hand counts, the coarsest first. */
const COUNTED = [1 / 4, 1 / 8, 1 / 16];
/** Parts of what a round is to bring, and of the wanted tension, that it may miss by for being counted coarsely. */
const MISS = { ofRound: 0.15, ofWanted: 0.01 };

/**
 * Whole rounds from where the wheel stands to the wanted tension. Every nipple of a side is turned alike, so what the
 * wheel does is what the two sides do: two unknowns a round, from the influences, rounded to quarters a hand can count,
 * or as finely as the round needs to come near what it is for.
 *
 * @param now N, side means; 0 with the threads just covered
 * @param wanted N, side means at the end
 * @param pitch mm a turn
 * @param lost part of each turn the spokes' twist takes
 */
export const stagedRounds = (
  elastic: ElasticWheel,
  now: Readonly<Record<Side, number>>,
  wanted: Readonly<Record<Side, number>>,
  pitch: number,
  staging: Staging,
  lost: number,
): StagedRound[] => {
  const { n, influences, spokes } = elastic;
  const sides = ["A", "B"] as const;
  /** Mean effect on side `of` (or the rim) of a turn on every nipple of side `by`. */
  const mean = (matrix: Float64Array, of: Side | null, by: Side): number => {
    let sum = 0;
    let count = 0;
    for (let i = 0; i < n; i++) {
      if (of !== null && spokes[i].flange !== of) continue;
      count++;
      for (let j = 0; j < n; j++) if (spokes[j].flange === by) sum += matrix[i * n + j];
    }
    return (sum / Math.max(count, 1)) * pitch * (1 - lost);
  };
  const k = sides.map((of) => sides.map((by) => mean(influences.tension, of, by)));
  const det = k[0][0] * k[1][1] - k[0][1] * k[1][0];
  const { parts } = STAGINGS[staging];
  const turnsFor = ([a, b]: readonly number[]) => [
    (k[1][1] * a - k[0][1] * b) / det,
    (k[0][0] * b - k[1][0] * a) / det,
  ];
  const gainOf = (turns: readonly number[]) => sides.map((_, i) => k[i][0] * turns[0] + k[i][1] * turns[1]);
  /** The coarsest turns that come within what a round may miss by. */
  const countable = (exact: readonly number[], need: readonly number[]): readonly number[] => {
    const rounded = (step: number) => exact.map((x) => Math.round(x / step) * step);
    const may = need.map((x, i) => Math.max(MISS.ofRound * Math.abs(x), MISS.ofWanted * wanted[sides[i]]));
    const step = COUNTED.find((s) => gainOf(rounded(s)).every((g, i) => Math.abs(g - need[i]) <= may[i]));
    return rounded(step ?? COUNTED[COUNTED.length - 1]);
  };
  const stage = Math.max(...parts.map((p, i) => p - (parts[i - 1] ?? 0)));
  const usual = Math.max(...turnsFor(sides.map((s) => stage * wanted[s])).map(Math.abs)) + COUNTED[0];
  const rounds: StagedRound[] = [];
  let at = { ...now };
  for (const part of parts) {
    const need = sides.map((s) => part * wanted[s] - at[s]);
    if (Math.max(...need) < 0.03 * Math.max(wanted.A, wanted.B)) continue;
    const [a, b] = countable(turnsFor(need), need);
    const gain = gainOf([a, b]);
    at = { A: Math.max(0, at.A + gain[0]), B: Math.max(0, at.B + gain[1]) };
    rounds.push({
      part,
      turns: { A: a, B: b },
      tension: at,
      offset: mean(influences.lateral, null, "A") * a + mean(influences.lateral, null, "B") * b,
      shrinks: -(mean(influences.radial, null, "A") * a + mean(influences.radial, null, "B") * b),
      unusual: [a, b].some((t) => t < -COUNTED[1] || t > usual),
      after: THEN.find((t) => part <= t.upTo)?.what ?? [],
    });
  }
  return rounds;
};
