import type { Knex } from "knex";

/** An address that shows a customer their own wheel; what opens it is kept as its hash alone, one for each wheel. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("customer_links", (t) => {
    t.string("wheel_id", 36).primary();
    t.foreign("wheel_id").references("wheels.id").onDelete("CASCADE");
    // Whose it was when it was made: a wheel that is somebody else's now is not shown to them.
    t.string("customer_id", 36).notNullable();
    t.specificType("token", "char(64) character set ascii").notNullable().unique();
    t.string("made_by", 60).notNullable();
    t.datetime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("customer_links");
};
