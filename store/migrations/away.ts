import type { Knex } from "knex";

/** Time in which nobody is at the bench, a day's piece a row, in the shop's own clock. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("away", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.increments("id");
    t.string("uid", 200).notNullable();
    t.string("day", 10).notNullable();
    t.integer("from_minute").notNullable();
    t.integer("to_minute").notNullable();
    t.string("what", 200).notNullable();
    t.index(["day"]);
    t.index(["uid"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("away");
};
