import { database } from "./database";
import { json } from "./json-column";

/** A sheet as it was handed over; later changes to the job do not touch it. */
export interface StoredSheet {
  readonly id: string;
  readonly jobId: string;
  readonly contents: unknown;
  readonly signedBy: string;
}

export const addSheet = async (s: StoredSheet): Promise<void> => {
  await database()("sheets")
    .insert({ id: s.id, job_id: s.jobId, contents: JSON.stringify(s.contents), signed_by: s.signedBy })
    .onConflict("id")
    .merge(["id"]);
};

export const latestSheet = async (jobId: string): Promise<(StoredSheet & { readonly at: string }) | null> => {
  const row = await database()("sheets").where({ job_id: jobId }).orderBy("created_at", "desc").first();
  if (!row) return null;
  return {
    id: row.id,
    jobId,
    contents: json(row.contents),
    signedBy: row.signed_by,
    at: new Date(row.created_at).toISOString(),
  };
};
