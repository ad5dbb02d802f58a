import type { ElasticWheel } from "../mechanics/elastic-wheel";
import { totalReading } from "../runout/runout";
import type { SoundKind } from "./sounding";

/** How even one kind of spoke is; in N, or in cents or any figure that compares like with like. */
export interface KindEvenness {
  readonly key: string;
  readonly count: number;
  readonly mean: number;
  /** The middle one; a slack spoke does not move it. */
  readonly median: number;
  /** One standard deviation as a part of the mean. */
  readonly spread: number;
  /** Farthest from the mean, as a part of it. */
  readonly worst: number;
  /** Spokes farther from the middle than the rest make likely, or more than 20 % off. */
  readonly outliers: readonly number[];
}

export const medianOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return (sorted[Math.floor((sorted.length - 1) / 2)] + sorted[Math.floor(sorted.length / 2)]) / 2;
};

/** Common practice: within 20 % is usual, within 10 % good. */
export const UNEVEN_PART = 0.2;

/** @param values per spoke, null where nothing is known */
export const evennessOf = (kinds: readonly SoundKind[], values: readonly (number | null)[]): KindEvenness[] =>
  kinds.flatMap((kind) => {
    const known = kind.spokes.flatMap((s) => {
      const v = values[s - 1];
      return v === null || v === undefined ? [] : [{ spoke: s, v }];
    });
    if (known.length < 2) return [];
    const all = known.map((k) => k.v);
    const mean = all.reduce((a, b) => a + b, 0) / all.length;
    const median = medianOf(all);
    const sigma = Math.sqrt(all.reduce((a, v) => a + (v - mean) ** 2, 0) / (all.length - 1));
    // Median of the distances, times 1.4826: one standard deviation that outliers do not stretch.
    const robust = 1.4826 * medianOf(all.map((v) => Math.abs(v - median)));
    const size = Math.max(Math.abs(mean), 1e-9);
    return [
      {
        key: kind.key,
        count: known.length,
        mean,
        median,
        spread: sigma / size,
        worst: Math.max(...all.map((v) => Math.abs(v - mean))) / size,
        outliers: known
          .filter(
            ({ v }) =>
              Math.abs(v - median) > Math.max(3 * robust, 0.1 * size) || Math.abs(v - mean) > UNEVEN_PART * size,
          )
          .map((k) => k.spoke),
      },
    ];
  });

/** What bringing every read spoke to its side's wanted tension would do to the wheel. */
export interface EveningOut {
  /** Turns per spoke. */
  readonly turns: readonly number[];
  /** mm over the holes as they would then be; null where not read. */
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly lateralTir: { readonly now: number; readonly later: number } | null;
  readonly radialTir: { readonly now: number; readonly later: number } | null;
}

/**
 * Evening out, before a key is touched: the change of tension is known, so the rim's movement is what those forces do,
 * and the turns are the stretch of each spoke and the rim's own give. An even wheel on a bent rim runs out.
 */
export const eveningOut = (
  elastic: ElasticWheel,
  pitch: number,
  tension: readonly (number | null)[],
  wanted: readonly number[],
  lateral: readonly (number | null)[],
  radial: readonly (number | null)[],
): EveningOut => {
  const { n } = elastic;
  const change = tension.map((t, i) => (t === null ? 0 : wanted[i] - t));
  const along = (per: Float64Array, i: number) => {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += per[i * n + j] * change[j];
    return sum;
  };
  const moved = (list: readonly (number | null)[], per: Float64Array) =>
    list.map((v, i) => (v === null ? null : v + along(per, i)));
  const then = { lateral: moved(lateral, elastic.lateralPerForce), radial: moved(radial, elastic.radialPerForce) };
  const tir = (now: readonly (number | null)[], later: readonly (number | null)[]) =>
    now.filter((v) => v !== null).length < 4 ? null : { now: totalReading(now), later: totalReading(later) };
  return {
    turns: change.map((_, i) => shorteningFor(elastic, change, i) / pitch),
    ...then,
    lateralTir: tir(lateral, then.lateral),
    radialTir: tir(radial, then.radial),
  };
};

/** mm a spoke must be shortened for a change of all tensions: its own stretch, and what the rim gives along it. */
const shorteningFor = (elastic: ElasticWheel, change: readonly number[], i: number): number => {
  let give = 0;
  for (let j = 0; j < elastic.n; j++) give += elastic.compliance[i * elastic.n + j] * change[j];
  return change[i] / elastic.axial[i] + give;
};
