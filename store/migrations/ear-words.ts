import type { Knex } from "knex";

/** What two devices at one wheel say to one another while a walk is open; nothing of it is kept. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("ear_words", (t) => {
    t.bigIncrements("order");
    t.string("channel", 36).notNullable();
    t.string("from", 10).notNullable();
    t.json("words").notNullable();
    t.datetime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    t.index(["channel", "from", "order"]);
    t.index(["created_at"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("ear_words");
};
