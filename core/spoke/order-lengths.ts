/** One kind of spoke to be ordered for. mm. */
export interface Need {
  /** The length whose end reaches the bottom of the slot under tension. */
  readonly wanted: number;
  readonly count: number;
  /** Shortest and longest that still do; equal reaches either side of `wanted` for every need of one wheel. */
  readonly shortest: number;
  readonly longest: number;
}

/** One length on the order, and the needs it serves by their place in the list. */
export interface OrderLength {
  readonly length: number;
  readonly count: number;
  readonly serves: readonly number[];
}

/** How a length is rounded to what can be had (the schools): to the nearest, never longer, never shorter. */
export type Rounding = "nearest" | "down" | "up";

/** What can be had: whole steps of so many mm, or the lengths somebody keeps. */
export type Available = { readonly step: number } | { readonly list: readonly number[] };

/** mm: what two sums of the same length may differ by. */
const EDGE = 1e-9;

const candidates = (low: number, high: number, available: Available): number[] => {
  if ("list" in available) return available.list.filter((l) => l >= low - EDGE && l <= high + EDGE);
  const { step } = available;
  const out: number[] = [];
  for (let l = Math.ceil((low - EDGE) / step) * step; l <= high + EDGE; l += step) out.push(Number(l.toFixed(6)));
  return out;
};

/**
 * The fewest order lengths that serve every need inside its thread window; among as few, the least total squared
 * distance from what is wanted, by the rounding asked.
 *
 * Every window has one width, so needs in order of length fall into runs: fewest runs and least cost by dynamic
 * programming over where a run ends, exact.
 *
 * @returns null when some need cannot be served by anything available; `stuck` names the first such need
 */
export const orderLengths = (
  needs: readonly Need[],
  available: Available,
  rounding: Rounding = "nearest",
): { readonly lengths: readonly OrderLength[] } | { readonly stuck: number } => {
  const order = needs.map((_, i) => i).sort((a, b) => needs[a].wanted - needs[b].wanted);
  const n = order.length;
  const side = rounding === "nearest" ? 0 : rounding === "down" ? -1 : 1;
  // On the wrong side of wanted a length may still be needed for a run; it is only dearer.
  const cost = (length: number, need: Need) =>
    need.count * (length - need.wanted) ** 2 * (side !== 0 && Math.sign(length - need.wanted) === -side ? 25 : 1);
  const best: { runs: number; cost: number; from: number; length: number }[] = [
    { runs: 0, cost: 0, from: 0, length: 0 },
  ];
  for (let end = 1; end <= n; end++) {
    best[end] = { runs: Number.POSITIVE_INFINITY, cost: Number.POSITIVE_INFINITY, from: -1, length: 0 };
    let low = Number.NEGATIVE_INFINITY;
    let high = Number.POSITIVE_INFINITY;
    for (let from = end - 1; from >= 0; from--) {
      const need = needs[order[from]];
      low = Math.max(low, need.shortest);
      high = Math.min(high, need.longest);
      if (low > high + EDGE) break;
      if (!Number.isFinite(best[from].runs)) continue;
      for (const length of candidates(low, high, available)) {
        const total = best[from].cost + order.slice(from, end).reduce((sum, i) => sum + cost(length, needs[i]), 0);
        const runs = best[from].runs + 1;
        if (runs < best[end].runs || (runs === best[end].runs && total < best[end].cost - 1e-12))
          best[end] = { runs, cost: total, from, length };
      }
    }
  }
  if (!Number.isFinite(best[n].runs)) {
    const stuck = needs.findIndex((need) => candidates(need.shortest, need.longest, available).length === 0);
    return { stuck: Math.max(0, stuck) };
  }
  const lengths: OrderLength[] = [];
  for (let end = n; end > 0; end = best[end].from) {
    const serves = order.slice(best[end].from, end);
    lengths.unshift({
      length: best[end].length,
      count: serves.reduce((sum, i) => sum + needs[i].count, 0),
      serves: [...serves].sort((a, b) => a - b),
    });
  }
  return { lengths };
};
