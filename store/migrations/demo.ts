import type { Knex } from "knex";

const TABLES = ["jobs", "stock", "gauge_tables"] as const;

/** What belongs to the invented workshop: it can be removed whole, and counts in no figure of a real one. */
export const up = async (knex: Knex): Promise<void> => {
  for (const table of TABLES)
    await knex.schema.alterTable(table, (t) => {
      t.boolean("demo").notNullable().defaultTo(false).index();
    });
};

export const down = async (knex: Knex): Promise<void> => {
  for (const table of TABLES) await knex.schema.alterTable(table, (t) => t.dropColumn("demo"));
};
