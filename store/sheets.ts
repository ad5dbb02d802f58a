import { after } from "./after";
import { changingJob, isThere } from "./changes";
import { database } from "./database";
import { json } from "./json-column";
import { toldApart } from "./told-apart";

/** A sheet as it was handed over; later changes to the job do not touch it. */
export interface StoredSheet {
  readonly id: string;
  readonly jobId: string;
  readonly contents: unknown;
  readonly signedBy: string;
}

/** The same id again changes nothing. @returns how many changes the job has had */
export const addSheet = (s: StoredSheet): Promise<number> =>
  changingJob(s.jobId, async (trx) => {
    if (await isThere(trx, "sheets", s.id)) return false;
    const last = await trx("sheets").where({ job_id: s.jobId }).max<{ at: Date | null }[]>("created_at as at").first();
    await trx("sheets").insert({
      ...{ id: s.id, job_id: s.jobId, contents: JSON.stringify(s.contents), signed_by: s.signedBy },
      created_at: after(last?.at ?? null),
    });
    return true;
  });

export const latestSheet = async (jobId: string): Promise<(StoredSheet & { readonly at: string }) | null> => {
  const row = await database()("sheets")
    .where({ job_id: jobId, withdrawn_at: null })
    .orderBy("created_at", "desc")
    .first();
  if (!row) return null;
  return {
    id: row.id,
    jobId,
    contents: json(row.contents),
    signedBy: row.signed_by,
    at: new Date(row.created_at).toISOString(),
  };
};

/** Who signed the sheet that counts, of many jobs; null for one that was not signed. */
export const signersOf = async (jobIds: readonly string[]): Promise<(jobId: string) => string | null> =>
  toldApart(
    await database()("sheets")
      .whereIn("job_id", jobIds)
      .whereNull("withdrawn_at")
      .orderBy("created_at", "desc")
      .select("job_id", "signed_by"),
    (r) => r.job_id,
    ([newest]) => newest?.signed_by ?? null,
  );

/** Not handed back after all: the job is open again, its sheets are kept but no longer count. */
export const takeBackHandover = (jobId: string): Promise<number> =>
  changingJob(jobId, async (trx) => {
    const withdrawn = await trx("sheets")
      .where({ job_id: jobId, withdrawn_at: null })
      .update({ withdrawn_at: new Date() });
    const open = await trx("jobs")
      .where({ id: jobId })
      .whereNotNull("finished_at")
      .update({ finished_at: null, recheck_on: null });
    return withdrawn + open > 0;
  });
