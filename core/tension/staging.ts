import type { ElasticWheel } from "../mechanics/elastic-wheel";
import type { Side } from "../wheel/wheel-file";

/** Ways of bringing a wheel up, as parts of the wanted tension. */
export const STAGINGS = {
  "50-80-90-100": { label: "half, 80, 90, full", parts: [0.5, 0.8, 0.9, 1] },
  quarters: { label: "by quarters", parts: [0.25, 0.5, 0.75, 1] },
  "70-100": { label: "70, then full", parts: [0.7, 1] },
} as const;
export type Staging = keyof typeof STAGINGS;

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
  readonly after: readonly string[];
}

const THEN: readonly { readonly upTo: number; readonly what: readonly string[] }[] = [
  { upTo: 0.55, what: ["de-stress a first time", "offset within 1 mm"] },
  { upTo: 0.85, what: ["side to side within 1 mm"] },
  { upTo: 0.95, what: ["hop within 1 mm"] },
  { upTo: 1.01, what: ["side to side again", "de-stress and read until nothing moves"] },
];

/**
 * Whole rounds from where the wheel stands to the wanted tension. Every nipple of a side is turned alike, so what the
 * wheel does is what the two sides do: two unknowns a round, from the influences, rounded to quarters a hand can count.
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
  const rounds: StagedRound[] = [];
  let at = { ...now };
  for (const part of STAGINGS[staging].parts) {
    const need = sides.map((s) => part * wanted[s] - at[s]);
    if (Math.max(...need) < 0.03 * Math.max(wanted.A, wanted.B)) continue;
    const exact = [(k[1][1] * need[0] - k[0][1] * need[1]) / det, (k[0][0] * need[1] - k[1][0] * need[0]) / det];
    const [a, b] = exact.map((x) => Math.round(x * 4) / 4 || (Math.abs(x) > 0.06 ? Math.round(x * 8) / 8 : 0));
    const gain = sides.map((_, i) => k[i][0] * a + k[i][1] * b);
    at = { A: Math.max(0, at.A + gain[0]), B: Math.max(0, at.B + gain[1]) };
    rounds.push({
      part,
      turns: { A: a, B: b },
      tension: at,
      offset: mean(influences.lateral, null, "A") * a + mean(influences.lateral, null, "B") * b,
      shrinks: -(mean(influences.radial, null, "A") * a + mean(influences.radial, null, "B") * b),
      after: THEN.find((t) => part <= t.upTo)?.what ?? [],
    });
  }
  return rounds;
};
