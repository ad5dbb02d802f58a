import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";
import type { Stage, StageState } from "@/core/wheel/stages";
import { inTransaction } from "./in-transaction";

/** How a job's stages stand, kept ready for the lists. */
export type KeptStages = readonly { readonly stage: Stage; readonly state: StageState }[];

/**
 * Keeps how a job's stages stand, with the words that find it; still stale if the job changed while they were worked out.
 *
 * @param changes how many changes the job had had when its record was read
 */
export const keepLine = async (
  jobId: string,
  changes: number,
  stages: KeptStages,
  words: readonly string[],
): Promise<void> => {
  await inTransaction(async (trx) => {
    await trx.raw("update jobs set stages = ?, stale = (changes <> ?) where id = ?", [
      JSON.stringify(stages),
      changes,
      jobId,
    ]);
    await keepWords(trx, jobId, words.join(" "));
  });
};

const keepWords = async (db: Knex.Transaction, jobId: string, text: string): Promise<void> => {
  const job = await db("jobs").where({ id: jobId }).first("created_at");
  if (!job) return;
  const newest = job.created_at.getTime();
  const words = findWords(text);
  const held = await db("find_words").where({ job_id: jobId }).select("word", "newest");
  // Mostly nothing that finds it has changed: nothing is written then.
  const same = held.length === words.length && held.every((h) => words.includes(h.word) && Number(h.newest) === newest);
  if (same) return;
  await db("find_words").where({ job_id: jobId }).delete();
  if (words.length === 0) return;
  // Words alike but for an accent are one to the database.
  await db("words")
    .insert(words.map((word) => ({ word })))
    .onConflict()
    .ignore();
  await db("find_words")
    .insert(words.map((word) => ({ word, newest, job_id: jobId })))
    .onConflict()
    .ignore();
};
