import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";

/**
 * The words that find a job, one a row, newest job first: a common name is answered from its newest end, where a
 * full-text index gathers everything that ever matched. Indexes for the figures of the shop.
 */
export const up = async (knex: Knex): Promise<void> => {
  // Every word once, and never taken out again: what a beginning may mean, in one short look.
  await knex.schema.createTable("words", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("word", 40).notNullable().primary();
  });
  await knex.schema.createTable("find_words", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("word", 40).notNullable();
    t.bigInteger("newest").notNullable();
    t.string("job_id", 36).notNullable().references("jobs.id").onDelete("CASCADE");
    t.primary(["word", "newest", "job_id"]);
    t.index(["job_id", "word"]);
  });
  // Cut off after this the text is gone, and its words are all there.
  const text = await knex.schema.hasColumn("jobs", "find_text");
  for (const job of text ? await knex("jobs").whereNotNull("find_text").select("id", "find_text", "created_at") : []) {
    const newest = new Date(job.created_at).getTime();
    const words = findWords(job.find_text);
    if (words.length === 0) continue;
    // Words alike but for an accent are one to the database.
    await knex("words")
      .insert(words.map((word) => ({ word })))
      .onConflict()
      .ignore();
    await knex("find_words")
      .insert(words.map((word) => ({ word, newest, job_id: job.id })))
      .onConflict()
      .ignore();
  }
  await knex.raw("alter table jobs drop index jobs_find_text");
  await knex.schema.alterTable("jobs", (t) => {
    t.dropColumn("find_text");
    t.index(["created_at"]);
    t.index(["wheel_id", "created_at"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.text("find_text").nullable();
    t.dropIndex(["created_at"]);
    t.dropIndex(["wheel_id", "created_at"]);
  });
  await knex.raw("alter table jobs add fulltext jobs_find_text (find_text)");
  await knex.raw("update jobs set stages_fresh = 0");
  await knex.schema.dropTable("find_words");
  await knex.schema.dropTable("words");
};
