import type { Heard } from "./heard";

/** Of the time between two figures: what usually comes later than that does not come evenly. */
const USUALLY_LATE = 0.75;
/** Of that time: figures that come closer than this were held up together, and only the last of them tells. */
const AT_ONCE = 0.2;

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/**
 * A gauge sends evenly, and what carries its lines only ever delays them, some for long while a machine is busy: the even
 * times are the earliest ones that fit (the lower convex hull of when each figure came). One that sends whenever its figure
 * changes is left as it was heard.
 */
export const evenTimes = (heard: readonly Heard[]): readonly Heard[] => {
  if (heard.length < 3) return heard;
  const hull: number[] = [];
  const slope = (a: number, b: number) => (heard[b].at - heard[a].at) / (b - a);
  for (let i = 0; i < heard.length; i++) {
    while (hull.length >= 2 && slope(hull[hull.length - 2], hull[hull.length - 1]) >= slope(hull[hull.length - 2], i))
      hull.pop();
    hull.push(i);
  }
  const even: Heard[] = [];
  for (let k = 0; k + 1 < hull.length; k++)
    for (let i = hull[k]; i < hull[k + 1]; i++)
      even.push({ at: heard[hull[k]].at + (i - hull[k]) * slope(hull[k], hull[k + 1]), mm: heard[i].mm });
  even.push(heard[heard.length - 1]);
  const every = (even[even.length - 1].at - even[0].at) / (even.length - 1);
  const late = even.flatMap((e, i) => {
    const heldWithNext = i + 1 < heard.length && heard[i + 1].at - heard[i].at < AT_ONCE * every;
    return heldWithNext ? [] : [heard[i].at - e.at];
  });
  return middle(late) <= USUALLY_LATE * every ? even : heard;
};
