import { READING_SIGMA } from "../../runout/line";
import type { WheelState } from "./state";

/** What reading a hole would take off the doubt in the whole of a line, mm². */
const gainAt = (doubt: Float64Array, n: number, hole: number): number => {
  let common = 0;
  for (let j = 0; j < n; j++) common += doubt[hole * n + j] ** 2;
  return common / (Math.max(0, doubt[hole * n + hole]) + READING_SIGMA ** 2);
};

/** The doubt left once a hole is read. */
const readAt = (doubt: Float64Array, n: number, hole: number): Float64Array => {
  const own = Math.max(0, doubt[hole * n + hole]) + READING_SIGMA ** 2;
  return doubt.map((d, at) => d - (doubt[hole * n + Math.floor(at / n)] * doubt[hole * n + (at % n)]) / own);
};

/**
 * The holes that would tell most of both lines next time. They stand evenly round the rim, so that together they speak for
 * the whole turn; from which hole they start is chosen: where most were never read, and among those where the doubt left by
 * all rounds so far is largest. So they are others each time, between those read before. In the trials that does better
 * than the best of each stretch, and than reading old places again because they were carried far.
 *
 * @param everRead holes, 1…n, read in any round so far
 * @param count how many
 * @returns holes, 1…n, the one that tells most first
 */
export const readNext = (
  state: Pick<WheelState, "lateral" | "radial">,
  everRead: ReadonlySet<number>,
  count: number,
): number[] => {
  const n = state.lateral.at.length;
  if (count >= n) return Array.from(state.lateral.at, (_, i) => i + 1);
  const lines = [state.lateral.doubt(), state.radial.doubt()];
  const from = (start: number) => Array.from({ length: count }, (_, k) => (start + Math.round((k * n) / count)) % n);
  const gain = (doubts: readonly Float64Array[], hole: number) =>
    doubts.reduce((sum, doubt) => sum + gainAt(doubt, n, hole), 0);
  // A weld tells nothing of the rim's line.
  const weld = new Set(state.radial.masked);
  let best: number[] = [];
  let most = Number.NEGATIVE_INFINITY;
  for (let start = 0; start < Math.ceil(n / Math.max(1, count)); start++) {
    const holes = from(start);
    const unread = holes.filter((hole) => !everRead.has(hole + 1)).length;
    const told = holes.reduce((total, hole) => total + (weld.has(hole) ? 0 : gain(lines, hole)), 0);
    // What is told is some mm² at most: it decides among combs with as many unread.
    const worth = unread + Math.min(0.9, told);
    if (worth <= most) continue;
    most = worth;
    best = holes;
  }
  const free = (hole: number): boolean => !weld.has(hole) && !best.includes(hole);
  const besideIt = (hole: number) => [1, n - 1, 2, n - 2].map((by) => (hole + by) % n).find(free) ?? hole;
  const beside = [...new Set(best.map((hole) => (weld.has(hole) ? besideIt(hole) : hole)))];
  const inOrder: number[] = [];
  let left: readonly Float64Array[] = lines;
  while (inOrder.length < beside.length) {
    const open = beside.filter((hole) => !inOrder.includes(hole));
    const next = open.reduce((a, b) => (gain(left, b) > gain(left, a) ? b : a));
    inOrder.push(next);
    left = left.map((doubt) => readAt(doubt, n, next));
  }
  return inOrder.map((hole) => hole + 1);
};
