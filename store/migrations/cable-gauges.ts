import type { Knex } from "knex";

/** Gauges on cables of the machine the shop runs on, as they were set up. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("cable_gauges", (t) => {
    t.string("id", 36).primary();
    t.string("name", 60).notNullable();
    t.string("port", 200).notNullable();
    t.string("way", 20).notNullable();
    t.json("line").notNullable();
    t.string("dial", 20).notNullable();
    t.datetime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("cable_gauges");
};
