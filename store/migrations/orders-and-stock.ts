import type { Knex } from "knex";

/** Orders with the sum they were made on, what came in, and what lies in the drawers. */
export const up = async (knex: Knex): Promise<void> => {
  const make = (name: string, columns: (table: Knex.CreateTableBuilder) => void) =>
    knex.schema.createTable(name, (table) => {
      table.engine("InnoDB");
      table.charset("utf8mb4");
      table.string("id", 36).notNullable().primary();
      columns(table);
      table.specificType("order", "bigint unsigned not null auto_increment unique");
      table.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    });
  await make("orders", (t) => {
    t.string("job_id", 36).notNullable().references("jobs.id").onDelete("CASCADE");
    t.json("contents").notNullable();
    t.index(["job_id"]);
  });
  await make("goods", (t) => {
    t.string("order_id", 36).notNullable().references("orders.id").onDelete("CASCADE");
    t.double("length").notNullable();
    t.enum("what", ["count", "first", "second"]).notNullable();
    t.double("value").notNullable();
    t.string("typed", 60).notNullable();
    t.index(["order_id"]);
  });
  await make("stock", (t) => {
    t.enum("kind", ["spoke", "nipple", "washer"]).notNullable();
    t.string("name", 200).notNullable();
    t.double("size").nullable();
    t.double("diameter").nullable();
    t.double("pitch").nullable();
    t.string("place", 100).notNullable().defaultTo("");
    t.integer("reorder_at").notNullable().defaultTo(0);
    t.index(["kind", "size"]);
  });
  await make("stock_moves", (t) => {
    t.string("stock_id", 36).notNullable().references("stock.id").onDelete("CASCADE");
    t.string("job_id", 36).nullable().references("jobs.id").onDelete("SET NULL");
    t.integer("change").notNullable();
    t.string("note", 200).notNullable().defaultTo("");
    t.index(["stock_id"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  for (const table of ["stock_moves", "stock", "goods", "orders"]) await knex.schema.dropTable(table);
};
