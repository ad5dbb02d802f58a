import type { Heard } from "./heard";

/** Of the time between two figures: what usually comes later than that does not come evenly. */
const USUALLY_LATE = 0.75;
/** Of that time: figures that come closer than this were held up together, and only the last of them tells. */
const AT_ONCE = 0.2;

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** Places in what was heard that are early enough for all others to lie after the line through them (lower convex hull). */
const earliest = (heard: readonly Heard[]): readonly number[] => {
  const hull: number[] = [];
  for (let i = 0; i < heard.length; i++) {
    while (
      hull.length >= 2 &&
      rate(heard, hull[hull.length - 2], hull[hull.length - 1]) >= rate(heard, hull[hull.length - 2], i)
    )
      hull.pop();
    hull.push(i);
  }
  return hull;
};

/** ms a figure, from one to another. */
const rate = (heard: readonly Heard[], a: number, b: number): number => (heard[b].at - heard[a].at) / (b - a);

/** By one rate all along: what was held up when it began or ended is laid by what came in time between. */
const byOneRate = (heard: readonly Heard[], hull: readonly number[]): readonly Heard[] => {
  const half = (heard.length - 1) / 2;
  const k = hull.findLastIndex((i, at) => i <= half && at + 1 < hull.length);
  const every = rate(heard, hull[k], hull[k + 1]);
  return heard.map(({ mm }, i) => ({ at: heard[hull[k]].at + (i - hull[k]) * every, mm }));
};

/** By a rate that may grow slower: from each of the earliest to the next. */
const byRates = (heard: readonly Heard[], hull: readonly number[]): readonly Heard[] => {
  const even: Heard[] = [];
  for (let k = 0; k + 1 < hull.length; k++)
    for (let i = hull[k]; i < hull[k + 1]; i++)
      even.push({ at: heard[hull[k]].at + (i - hull[k]) * rate(heard, hull[k], hull[k + 1]), mm: heard[i].mm });
  return [...even, heard[heard.length - 1]];
};

/** Whether most came as soon as they could by these times. */
const fits = (heard: readonly Heard[], even: readonly Heard[]): boolean => {
  const every = rate(even, 0, even.length - 1);
  const late = even.flatMap((e, i) => {
    const heldWithNext = i + 1 < heard.length && heard[i + 1].at - heard[i].at < AT_ONCE * every;
    return heldWithNext ? [] : [heard[i].at - e.at];
  });
  return middle(late) <= USUALLY_LATE * every;
};

/**
 * A gauge sends evenly, and what carries its lines only ever delays them, some for long while a machine is busy, many at
 * once when it is so no more: the even times are the earliest ones that fit. One that sends whenever its figure changes is
 * left as it was heard.
 */
export const evenTimes = (heard: readonly Heard[]): readonly Heard[] => {
  if (heard.length < 3) return heard;
  const hull = earliest(heard);
  return [byOneRate, byRates].map((by) => by(heard, hull)).find((even) => fits(heard, even)) ?? heard;
};
