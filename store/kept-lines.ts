import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";
import type { Stage, StageState } from "@/core/wheel/stages";
import { inTransaction } from "./in-transaction";
import { toldApart } from "./told-apart";

/** How a job's stages stand, kept ready for the lists. */
export type KeptStages = readonly { readonly stage: Stage; readonly state: StageState }[];

/** What is worked out of one job, to be kept. */
export interface LineToKeep {
  readonly jobId: string;
  /** How many changes the job had had when its record was read. */
  readonly changes: number;
  readonly stages: KeptStages;
  /** What finds it. */
  readonly words: readonly string[];
}

/** Keeps how jobs' stages stand, with the words that find them; one that changed meanwhile is still stale. */
export const keepLines = async (lines: readonly LineToKeep[]): Promise<void> => {
  if (lines.length === 0) return;
  await inTransaction(async (trx) => {
    const told = lines.map(() => "select ? as id, ? as stages, ? as changes").join(" union all ");
    await trx.raw(
      `update jobs join (${told}) as kept on kept.id = jobs.id set jobs.stages = kept.stages, jobs.stale = (jobs.changes <> kept.changes)`,
      // In one order, so that two who keep the same do not wait for each other.
      [...lines]
        .sort((a, b) => (a.jobId < b.jobId ? -1 : 1))
        .flatMap((line) => [line.jobId, JSON.stringify(line.stages), line.changes]),
    );
    await keepWords(trx, lines);
  });
};

const keepWords = async (db: Knex.Transaction, lines: readonly LineToKeep[]): Promise<void> => {
  const ids = lines.map((line) => line.jobId);
  const newestOf = new Map(
    (await db("jobs").whereIn("id", ids).select("id", "created_at")).map((r) => [r.id, r.created_at.getTime()]),
  );
  const heldOf = toldApart(
    await db("find_words").whereIn("job_id", ids).select("job_id", "word", "newest"),
    (r) => r.job_id,
    (rows) => rows,
  );
  for (const line of lines) {
    const newest = newestOf.get(line.jobId);
    if (newest === undefined) continue;
    const words = findWords(line.words.join(" "));
    const held = heldOf(line.jobId);
    // Mostly nothing that finds it has changed: nothing is written then.
    const same =
      held.length === words.length && held.every((h) => words.includes(h.word) && Number(h.newest) === newest);
    if (same) continue;
    await db("find_words").where({ job_id: line.jobId }).delete();
    if (words.length === 0) continue;
    // Words alike but for an accent are one to the database.
    await db("words")
      .insert(words.map((word) => ({ word })))
      .onConflict()
      .ignore();
    await db("find_words")
      .insert(words.map((word) => ({ word, newest, job_id: line.jobId })))
      .onConflict()
      .ignore();
  }
};
