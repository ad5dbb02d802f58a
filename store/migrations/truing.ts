import type { Knex } from "knex";

/** A tolerance of one's own; when a reading was taken is asked for. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.string("tolerance", 20).notNullable().defaultTo("shop").alter();
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex("jobs").where({ tolerance: "own" }).update({ tolerance: "shop" });
  await knex.schema.alterTable("jobs", (t) => {
    t.enum("tolerance", ["service", "shop", "show", "race"]).notNullable().defaultTo("shop").alter();
  });
};
