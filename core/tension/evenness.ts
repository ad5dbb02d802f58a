import { cholesky, choleskySolve, multiply } from "../mechanics/dense";
import type { ElasticWheel } from "../mechanics/elastic-wheel";
import { medianOf } from "../runout/median";
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

const transposed = (m: Float64Array, n: number): Float64Array =>
  Float64Array.from(m, (_, at) => m[(at % n) * n + Math.floor(at / n)]);

/** Part of a spoke's stiffness under which a movement is taken for the whole rim's, which tensions cannot tell. */
const RIGID_PART = 0.04;

/**
 * Evening out, before a key is touched: the turns that come nearest to the wanted tensions, and what they do to the rim.
 * Tensions as read never quite balance, and what does not balance would send the whole rim sideways; such movements,
 * which the spokes hardly resist, are held down (Tikhonov). An even wheel on a bent rim runs out.
 */
export const eveningOut = (
  elastic: ElasticWheel,
  pitch: number,
  tension: readonly (number | null)[],
  wanted: readonly number[],
  lateral: readonly (number | null)[],
  radial: readonly (number | null)[],
): EveningOut => {
  const { n, influences } = elastic;
  const K = influences.tension;
  const Kt = transposed(K, n);
  const change = Float64Array.from(tension, (t, i) => (t === null ? 0 : wanted[i] - t));
  const normal = multiply(Kt, K, n, n, n);
  const hold = (RIGID_PART * Math.max(...elastic.axial)) ** 2;
  for (let i = 0; i < n; i++) normal[i * n + i] += hold;
  const factor = cholesky(normal, n);
  const shorter = factor ? choleskySolve(factor, n, multiply(Kt, change, n, n, 1)) : new Float64Array(n);
  const moved = (list: readonly (number | null)[], per: Float64Array) => {
    const by = multiply(per, shorter, n, n, 1);
    return list.map((v, i) => (v === null ? null : v + by[i]));
  };
  const later = { lateral: moved(lateral, influences.lateral), radial: moved(radial, influences.radial) };
  const tir = (now: readonly (number | null)[], then: readonly (number | null)[]) =>
    now.filter((v) => v !== null).length < 4 ? null : { now: totalReading(now), later: totalReading(then) };
  return {
    turns: Array.from(shorter, (mm) => mm / pitch),
    ...later,
    lateralTir: tir(lateral, later.lateral),
    radialTir: tir(radial, later.radial),
  };
};
