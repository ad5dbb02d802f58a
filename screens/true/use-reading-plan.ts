"use client";
import { useReadingChoice } from "../parts/kept/kept-choice";
import { type Closeness, evenPlaces } from "./reading-places";
import type { Also } from "./round-keys";

/** What was chosen for a wheel, by hand. */
interface Chosen {
  readonly job: string;
  readonly closeness: Closeness | null;
  readonly also: Readonly<Partial<Record<Also, boolean>>>;
}

const chosenOf = (kept: string, job: string): Chosen => {
  try {
    const read = JSON.parse(kept) as Chosen;
    if (read.job === job) return read;
  } catch {
    // Nothing was chosen here.
  }
  return { job, closeness: null, also: {} };
};

interface ReadingPlanOptions {
  readonly jobId: string;
  readonly holes: number;
  /** Places that would tell most; null while nothing was read. */
  readonly asked: readonly number[] | null;
  readonly firstOffset: boolean;
  readonly bothEdges: boolean;
}

/**
 * What the next round reads: where, and what besides the rim. The first is read at every fourth spoke; the next ones where
 * the one before left most doubt, which is as good as reading them all; closer only when asked. What was asked stands over
 * a reload: the walk goes on where it was.
 */
export const useReadingPlan = ({ jobId, holes, asked, firstOffset, bothEdges }: ReadingPlanOptions) => {
  const [kept, keep] = useReadingChoice();
  const chosen = chosenOf(kept, jobId);
  const put = (over: Partial<Chosen>) => keep(JSON.stringify({ ...chosen, ...over }));
  const also: Readonly<Record<Also, boolean>> = { tension: false, offset: false, edges: bothEdges, ...chosen.also };
  const usual: Closeness = asked ? "asked" : 4;
  const closeness: Closeness = chosen.closeness === "asked" ? usual : (chosen.closeness ?? usual);
  const places = closeness === "asked" ? (asked ?? []) : evenPlaces(holes, closeness);
  return {
    also,
    closeness,
    mayAsk: asked !== null,
    setCloseness: (closeness: Closeness) => put({ closeness }),
    toggle: (what: Also) => put({ also: { ...chosen.also, [what]: !also[what] } }),
    plan: { ...also, places, offset: also.offset || firstOffset },
  };
};
