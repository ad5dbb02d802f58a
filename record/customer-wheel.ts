import type { Sheet } from "@/core/sheet/sheet";
import { wheelOfLink } from "@/store/customer-links";
import { jobsOfWheel } from "@/store/jobs";
import { latestSheet } from "@/store/sheets";

/** What a customer is shown of their wheel: each time it was handed back, as the sheet of that day says it. */
export interface CustomerWheel {
  readonly mark: string;
  readonly machine: string;
  /** Day it came, where it is in the shop now; and for when it is promised. */
  readonly here: { readonly since: string; readonly promised: string | null } | null;
  /** The newest first. */
  readonly visits: readonly { readonly jobId: string; readonly sheet: Sheet }[];
}

/** Nothing of the shop but this one wheel; null for an address that opens nothing. */
export const customerWheel = async (token: string): Promise<CustomerWheel | null> => {
  const wheelId = await wheelOfLink(token);
  if (wheelId === null) return null;
  const jobs = await jobsOfWheel(wheelId);
  const newest = jobs.at(-1);
  if (!newest) return null;
  const visits = [];
  for (const job of [...jobs].reverse()) {
    if (job.finishedAt === null) continue;
    const signed = await latestSheet(job.id);
    if (signed) visits.push({ jobId: job.id, sheet: signed.contents as Sheet });
  }
  const open = jobs.findLast((j) => j.finishedAt === null);
  return {
    mark: newest.mark,
    machine: newest.machine,
    here: open ? { since: open.opened, promised: open.promised } : null,
    visits,
  };
};
