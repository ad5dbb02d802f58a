import type { Knex } from "knex";

/** Notes, gauges, squeezed pairs and torque beside newtons; gauges' tables; a round's plan; practice wheels. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("readings", (t) => {
    t.string("what", 20).notNullable().alter();
    t.double("sure").nullable();
    t.string("table_id", 36).nullable();
    t.integer("against").nullable();
  });
  await knex.schema.alterTable("rounds", (t) => {
    t.enum("kind", ["true", "tension"]).notNullable().defaultTo("true");
    t.json("plan").nullable();
  });
  await knex.schema.createTable("gauge_tables", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("id", 36).notNullable().primary();
    t.string("gauge", 100).notNullable();
    t.string("spoke", 100).notNullable();
    t.json("points").notNullable();
    t.integer("version").notNullable().defaultTo(1);
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
  await knex.schema.createTable("practice_wheels", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("job_id", 36).notNullable().primary().references("jobs.id").onDelete("CASCADE");
    t.json("hidden").notNullable();
    t.json("state").notNullable();
    t.integer("version").notNullable().defaultTo(1);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("practice_wheels");
  await knex.schema.dropTable("gauge_tables");
  await knex.schema.alterTable("rounds", (t) => {
    t.dropColumns("kind", "plan");
  });
  await knex.schema.alterTable("readings", (t) => {
    t.dropColumns("sure", "table_id", "against");
  });
};
