import type { Knex } from "knex";

/** What belongs to a job and follows in an order. */
const ORDERED = ["measurements", "acts", "readings", "turns", "orders", "goods", "photos"] as const;

/**
 * One record behind several servers: an order that no single server gives out, a row that whoever decides the same thing
 * must write, a key for every table, and what a drawer holds beside its moves.
 */
export const up = async (knex: Knex): Promise<void> => {
  for (const table of ORDERED)
    await knex.raw("alter table ?? add column at_change int unsigned not null default 0", [table]);
  await knex.schema.createTable("turnstiles", (t) => {
    t.string("name", 60).primary();
    t.bigInteger("passed").unsigned().notNullable();
  });
  await knex.raw("alter table marks_given add column one tinyint not null default 1 primary key first");
  await knex.raw("alter table stock add column held int not null default 0");
  await knex.raw(
    "update stock set held = (select coalesce(sum(`change`), 0) from stock_moves where stock_id = stock.id)",
  );
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.raw("alter table stock drop column held");
  await knex.raw("alter table marks_given drop primary key, drop column one");
  await knex.schema.dropTable("turnstiles");
  for (const table of ORDERED) await knex.raw("alter table ?? drop column at_change", [table]);
};
