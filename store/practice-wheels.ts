import { database } from "./database";
import { json } from "./json-column";

/** A simulated wheel on a job's stand: plain data that only `devices` understands. */
export interface StoredPracticeWheel {
  readonly hidden: unknown;
  readonly state: unknown;
  readonly version: number;
}

export const findPracticeWheel = async (jobId: string): Promise<StoredPracticeWheel | null> => {
  const row = await database()("practice_wheels").where({ job_id: jobId }).first();
  return row ? { hidden: json(row.hidden), state: json(row.state), version: row.version } : null;
};

export const hasPracticeWheel = async (jobId: string): Promise<boolean> =>
  (await database()("practice_wheels").where({ job_id: jobId }).first("job_id")) !== undefined;

export const savePracticeWheel = async (jobId: string, hidden: unknown, state: unknown): Promise<void> => {
  await database()("practice_wheels")
    .insert({ job_id: jobId, hidden: JSON.stringify(hidden), state: JSON.stringify(state) })
    .onConflict("job_id")
    .merge({ hidden: JSON.stringify(hidden), state: JSON.stringify(state), version: database().raw("version + 1") });
};

/** @returns false, and nothing is stored, when someone else stored it since that version was read */
export const savePracticeState = async (jobId: string, state: unknown, version: number): Promise<boolean> =>
  (await database()("practice_wheels")
    .where({ job_id: jobId, version })
    .update({ state: JSON.stringify(state), version: version + 1 })) > 0;

export const removePracticeWheel = async (jobId: string): Promise<void> => {
  await database()("practice_wheels").where({ job_id: jobId }).delete();
};
