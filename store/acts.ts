import type { Act, DoneAct } from "@/core/acts/act";
import { changingJob, inOrder, isThere } from "./changes";
import { database } from "./database";
import { json } from "./json-column";
import { toldApart } from "./told-apart";

/** Append-only; the same id again changes nothing. @returns how many changes the job has had */
export const addAct = (jobId: string, { id, act, who }: Omit<DoneAct, "at">): Promise<number> =>
  changingJob(jobId, async (trx, at_change) => {
    if (await isThere(trx, "acts", id)) return false;
    await trx("acts").insert({ id, job_id: jobId, act: JSON.stringify(act), who, at_change });
    return true;
  });

/** All of a job's acts in the order they were done. */
export const listActs = async (jobId: string): Promise<DoneAct[]> => (await actsOf([jobId]))(jobId);

/** The same of many jobs. */
export const actsOf = async (jobIds: readonly string[]): Promise<(jobId: string) => DoneAct[]> =>
  toldApart(
    await database()("acts").whereIn("job_id", jobIds).orderBy(inOrder("acts")),
    (r) => r.job_id,
    (rows) => rows.map((r) => ({ id: r.id, act: json<Act>(r.act), who: r.who, at: r.created_at.toISOString() })),
  );
