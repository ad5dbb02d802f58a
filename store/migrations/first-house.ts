import type { Knex } from "knex";

/** Ids are made by the client, so that a repeated request changes nothing. */
const id = (table: Knex.CreateTableBuilder, name = "id") => table.string(name, 36).notNullable();
/** Order of arrival; the clock is too coarse for two readings in one millisecond. */
const order = (table: Knex.CreateTableBuilder) =>
  table.specificType("order", "bigint unsigned not null auto_increment unique");

const times = (table: Knex.CreateTableBuilder, knex: Knex) =>
  table.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));

export const up = async (knex: Knex): Promise<void> => {
  const make = (name: string, columns: (table: Knex.CreateTableBuilder) => void) =>
    knex.schema.createTable(name, (table) => {
      table.engine("InnoDB");
      table.charset("utf8mb4");
      columns(table);
    });
  await make("customers", (t) => {
    id(t).primary();
    t.string("name", 200).notNullable();
    t.string("telephone", 60).notNullable().defaultTo("");
    times(t, knex);
  });
  await make("wheels", (t) => {
    id(t).primary();
    id(t, "customer_id").references("customers.id").onDelete("RESTRICT");
    t.string("mark", 60).notNullable();
    t.string("machine", 200).notNullable().defaultTo("");
    t.enum("place", ["front", "rear", "other"]).notNullable().defaultTo("front");
    times(t, knex);
  });
  await make("jobs", (t) => {
    id(t).primary();
    id(t, "wheel_id").references("wheels.id").onDelete("RESTRICT");
    t.enum("kind", ["rebuild", "broken-spoke", "true-only", "check-only"]).notNullable();
    t.string("wanted", 1000).notNullable().defaultTo("");
    t.date("promised").nullable();
    t.string("waiting_for", 200).nullable();
    t.date("waiting_since").nullable();
    t.string("side_a", 40).notNullable().defaultTo("brake side");
    t.string("side_b", 40).notNullable().defaultTo("other side");
    t.enum("tolerance", ["service", "shop", "show", "race"]).notNullable().defaultTo("shop");
    t.integer("version").notNullable().defaultTo(1);
    t.dateTime("finished_at", { precision: 3 }).nullable();
    times(t, knex);
    t.index(["finished_at", "promised"]);
  });
  await make("measurements", (t) => {
    id(t).primary();
    id(t, "job_id").references("jobs.id").onDelete("CASCADE");
    t.string("name", 60).notNullable();
    t.string("typed", 1000).notNullable();
    t.string("unit", 10).notNullable();
    t.double("value").nullable();
    t.string("method", 60).notNullable().defaultTo("");
    order(t);
    times(t, knex);
    t.index(["job_id", "name"]);
  });
  await make("builds", (t) => {
    id(t, "job_id").primary().references("jobs.id").onDelete("CASCADE");
    t.json("wheel").notNullable();
    t.json("assumed").notNullable();
    t.integer("version").notNullable().defaultTo(1);
    times(t, knex);
  });
  await make("rounds", (t) => {
    id(t).primary();
    id(t, "job_id").references("jobs.id").onDelete("CASCADE");
    t.integer("number").notNullable();
    t.json("advice").nullable();
    t.boolean("destressed").notNullable().defaultTo(false);
    times(t, knex);
    t.unique(["job_id", "number"]);
  });
  await make("readings", (t) => {
    id(t).primary();
    id(t, "round_id").references("rounds.id").onDelete("CASCADE");
    t.enum("what", ["lateral", "radial", "tension", "offset"]).notNullable();
    t.integer("spoke").notNullable();
    t.double("value").notNullable();
    t.string("typed", 60).notNullable();
    t.boolean("doubtful").notNullable().defaultTo(false);
    order(t);
    times(t, knex);
    t.index(["round_id", "what", "spoke"]);
  });
  await make("turns", (t) => {
    id(t).primary();
    id(t, "round_id").references("rounds.id").onDelete("CASCADE");
    t.integer("spoke").notNullable();
    t.double("turns").notNullable();
    order(t);
    times(t, knex);
    t.index(["round_id", "spoke"]);
  });
  await make("sheets", (t) => {
    id(t).primary();
    id(t, "job_id").references("jobs.id").onDelete("CASCADE");
    t.json("contents").notNullable();
    t.string("signed_by", 200).notNullable();
    times(t, knex);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  for (const table of [
    "sheets",
    "turns",
    "readings",
    "rounds",
    "builds",
    "measurements",
    "jobs",
    "wheels",
    "customers",
  ])
    await knex.schema.dropTable(table);
};
