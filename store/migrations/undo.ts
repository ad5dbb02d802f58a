import type { Knex } from "knex";

/** A job made by mistake is put away, not erased; a sheet signed too early is taken back, and kept. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.dateTime("put_away_at", { precision: 3 }).nullable().index();
  });
  await knex.schema.alterTable("sheets", (t) => {
    t.dateTime("withdrawn_at", { precision: 3 }).nullable();
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("sheets", (t) => t.dropColumn("withdrawn_at"));
  await knex.schema.alterTable("jobs", (t) => t.dropColumn("put_away_at"));
};
