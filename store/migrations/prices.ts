import type { Knex } from "knex";

/** What a piece of a drawer costs a customer; null until somebody says. */
export const up = (knex: Knex): Promise<void> =>
  knex.schema.alterTable("stock", (t) => {
    t.double("price").nullable();
  });

export const down = (knex: Knex): Promise<void> => knex.schema.alterTable("stock", (t) => t.dropColumn("price"));
