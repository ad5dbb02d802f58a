import { READING_SIGMA } from "../../runout/line";
import type { WheelState } from "./state";

/**
 * The holes that would tell most of both lines, best first: where one reading leaves least doubt in the whole rim, then
 * where the next does (greedy, for the sum of the doubts; Krause, Singh and Guestrin 2008 for why greedy does nearly as
 * well as any choice). Read each round anew they are others each time, for what was read before is carried along.
 *
 * @param count how many
 * @returns holes, 1…n
 */
export const readNext = (state: Pick<WheelState, "lateral" | "radial">, count: number): number[] => {
  const n = state.lateral.at.length;
  if (count >= n) return Array.from(state.lateral.at, (_, i) => i + 1);
  // A weld tells nothing of the rim's line.
  const weld = new Set(state.radial.masked);
  const lines = [state.lateral, state.radial].map((line) => line.doubt());
  const next: number[] = [];
  while (next.length < Math.min(count, n - weld.size)) {
    let best = -1;
    let most = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < n; i++) {
      if (weld.has(i) || next.includes(i + 1)) continue;
      let gain = 0;
      for (const doubt of lines) {
        let common = 0;
        for (let j = 0; j < n; j++) common += doubt[i * n + j] ** 2;
        gain += common / (Math.max(0, doubt[i * n + i]) + READING_SIGMA ** 2);
      }
      if (gain <= most) continue;
      most = gain;
      best = i;
    }
    if (best < 0) break;
    next.push(best + 1);
    for (const doubt of lines) {
      const own = Math.max(0, doubt[best * n + best]) + READING_SIGMA ** 2;
      const row = doubt.slice(best * n, (best + 1) * n);
      for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) doubt[i * n + j] -= (row[i] * row[j]) / own;
    }
  }
  return next;
};
