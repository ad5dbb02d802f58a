import type { Settings } from "@/core/shop/settings";
import { notThere } from "@/core/wheel/bad-input";
import { findJob } from "@/store/jobs";
import { readDiary } from "./diary";

/** The days the diary would promise a wheel for. */
export interface ProposedDay {
  /** `2026-12-03`: as the plan stands, all wheels before it done first; null where it does not come up. */
  readonly soonest: string | null;
  /** If all of them are as slow as one wheel in four. */
  readonly safe: string | null;
}

const dayAfter = (today: string, days: number): string =>
  new Date(Date.parse(`${today}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** @throws BadInput when there is no such job */
export const proposedDay = async (jobId: string, settings: Settings, today: string): Promise<ProposedDay> => {
  if (!(await findJob(jobId))) throw notThere("job", "id");
  const { plan, slow } = await readDiary(settings, today);
  const day = (ready: typeof slow): string | null => {
    const found = ready.find((r) => r.id === jobId)?.day ?? null;
    return found === null ? null : dayAfter(today, found);
  };
  return { soonest: day(plan.ready), safe: day(slow) };
};
