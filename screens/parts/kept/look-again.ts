import type { Delivered } from "./delivered";
import type { Entered } from "./entered";
import { queryClient } from "./query-client";

/** ms between two looks at the record, however fast things are entered. */
const LOOK_AT_MOST_EVERY = 400;
/**
 * ms without anything new until what this device entered by itself is looked at in the record, and at most. The page shows
 * it already; asked after each of eighty readings, the record of a whole wheel went over the air eighty times.
 */
const CALM = { after: 1500, most: 10_000 };

/** Whether the page it was entered on shows all of it by itself; advice on it is asked for apart. */
export const showsByItself = ({ what }: Entered): boolean => what === "readings" || what === "turn";

interface Look {
  readonly timer: ReturnType<typeof setTimeout>;
  /** Since when it is put off for what goes on being entered; null for one that is not. */
  readonly putOff: number | null;
}
const planned = new Map<string, Look>();
const last = new Map<string, number>();

const plan = (jobId: string, at: number, putOff: number | null): void => {
  clearTimeout(planned.get(jobId)?.timer);
  const look = () => {
    planned.delete(jobId);
    last.set(jobId, performance.now());
    void queryClient.invalidateQueries({ queryKey: ["job", jobId] });
  };
  planned.set(jobId, { timer: setTimeout(look, at - performance.now()), putOff });
};

/** The record of a job has something new: its pages look again, now or in a moment. */
export const lookAgain = (jobId: string): void => {
  const before = planned.get(jobId);
  if (before?.putOff === null) return;
  const soonest = (last.get(jobId) ?? Number.NEGATIVE_INFINITY) + LOOK_AT_MOST_EVERY;
  plan(jobId, Math.max(performance.now(), soonest), null);
};

/** The same where the page shows what is new already: once nothing more comes for a while. */
export const lookWhenCalm = (jobId: string): void => {
  const before = planned.get(jobId);
  if (before?.putOff === null) return;
  const now = performance.now();
  const since = before?.putOff ?? now;
  plan(jobId, Math.min(now + CALM.after, since + CALM.most), since);
};

/** Whether all changes of a job after the first count, up to the second, are of what was delivered from here and shows by itself. */
export const isOwn = (delivered: readonly Delivered[], jobId: string, from: number, to: number): boolean => {
  const own = new Set(delivered.flatMap((d) => (d.lane === jobId && showsByItself(d.entered) ? [d.changes] : [])));
  for (let n = from + 1; n <= to; n++) if (!own.has(n)) return false;
  return true;
};
