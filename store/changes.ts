import type { Knex } from "knex";
import { database } from "./database";
import { inTransaction } from "./in-transaction";

/** What an update says of itself; `insertId` is what `last_insert_id(…)` in it came to. */
interface Updated {
  readonly insertId: number;
}

const raised = "changes = last_insert_id(changes + 1), stale = 1";

/**
 * Something of a job changed: what is kept ready of it is stale, and whoever shows it can tell by the count.
 *
 * @returns how many changes it has had
 */
export const jobChanged = async (jobId: string, db: Knex | Knex.Transaction = database()): Promise<number> => {
  const [told]: Updated[] = await db.raw(`update jobs set ${raised} where id = ?`, [jobId]);
  return told.insertId;
};

/**
 * Does something to a job; it may be asked more than once, and says whether it changed anything.
 *
 * @param change the number this change of the job will have: what is put down with it comes after all that has a smaller
 * one, on whatever server that was
 */
type JobWork = (trx: Knex.Transaction, change: number) => Promise<boolean>;

/** What was begun is taken back: a repeat changes nothing, and counts as no change. */
class NothingChanged extends Error {}

/**
 * Something done to a job, one hand at a time: its count of changes is raised before anything is read, so that whoever comes
 * at the same moment waits and sees what this one did; on another server it is that count, which both raise, that lets only
 * one of them be. A repeat that changes nothing counts as no change, so work that says so must have written nothing.
 *
 * @returns how many changes the job has had
 */
export const changingJob = async (jobId: string, work: JobWork): Promise<number> => {
  let changes = 0;
  try {
    await inTransaction(async (trx) => {
      changes = await jobChanged(jobId, trx);
      if (await work(trx, changes)) return;
      changes--;
      throw new NothingChanged();
    });
  } catch (error) {
    if (!(error instanceof NothingChanged)) throw error;
  }
  return changes;
};

/** The same, told by one of its rounds. @param jobId of that round, where it is known */
export const changingRound = async (roundId: string, work: JobWork, jobId?: string): Promise<number> => {
  // Looked up apart: read with the lock it would lock the round as well, and two hands would wait for each other.
  const round = jobId === undefined ? await database()("rounds").where({ id: roundId }).first("job_id") : null;
  return changingJob(jobId ?? round?.job_id ?? "", work);
};

/**
 * As what belongs to a job follows: by the change it came with. The number of its arrival decides only among what came with
 * one change, for it is given out by each server by itself; what was there before changes were told has 0.
 */
export const inOrder = (table: string, way: "asc" | "desc" = "asc"): { column: string; order: "asc" | "desc" }[] =>
  ["at_change", "order"].map((column) => ({ column: `${table}.${column}`, order: way }));

/** Whether a row is there already: sent again it changes nothing. */
export const isThere = async (
  trx: Knex.Transaction,
  table: "acts" | "measurements" | "orders" | "goods" | "photos" | "rounds" | "sheets",
  id: string,
): Promise<boolean> => (await trx(table).where({ id }).first("id")) !== undefined;

/** A key is there already; MariaDB, error codes. */
const THERE_ALREADY = 1062;

/**
 * Rows put down once: one whose id is there already stays as it is. That is seldom, so it is looked for only where the
 * record refuses one; of a statement that was refused nothing stands.
 *
 * @returns how many of them are new
 */
export const putOnce = async <R extends { readonly id: string }>(
  trx: Knex.Transaction,
  table: "readings" | "turns",
  rows: readonly R[],
): Promise<number> => {
  const put = async (some: readonly object[]): Promise<number> => {
    if (some.length > 0) await trx(table).insert([...some]);
    return some.length;
  };
  try {
    return await put(rows);
  } catch (error) {
    if ((error as { errno?: number }).errno !== THERE_ALREADY) throw error;
  }
  const ids = rows.map((r) => r.id);
  const there = new Set(await trx(table).whereIn("id", ids).pluck("id"));
  return put(rows.filter((r) => !there.has(r.id)));
};

/** What is said of a wheel changed: all its visits but one, which is told apart. */
export const wheelChanged = async (wheelId: string, but: string, db: Knex.Transaction): Promise<void> => {
  await db.raw("update jobs set changes = changes + 1, stale = 1 where wheel_id = ? and id <> ?", [wheelId, but]);
};

/** How many changes a job has had; null when there is no such job. */
export const changesOf = async (jobId: string): Promise<number | null> =>
  (await database()("jobs").where({ id: jobId }).first("changes"))?.changes ?? null;

/** Jobs whose kept lines and words are older than their record. */
export const staleJobs = async (most: number): Promise<string[]> =>
  (await database()("jobs").where({ stale: true }).orderBy("created_at", "desc").limit(most).select("id")).map(
    (r) => r.id,
  );
