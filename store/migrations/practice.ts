import type { Knex } from "knex";

/** A wheel to learn on is a kind of job too. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.string("kind", 20).notNullable().alter();
    // The few practice wheels are looked for on the jobs page, among all jobs there ever were.
    t.index(["kind", "created_at"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex("jobs").where({ kind: "practice" }).update({ kind: "true-only" });
  await knex.schema.alterTable("jobs", (t) => {
    t.dropIndex(["kind", "created_at"]);
    t.enum("kind", ["rebuild", "broken-spoke", "true-only", "check-only"]).notNullable().alter();
  });
};
