import type { Knex } from "knex";

/** What a shop of a hundred thousand wheels is asked by, and went through all of them for. */
const INDEXES = [
  ["customers", ["name"]],
  ["customers", ["telephone"]],
  ["wheels", ["machine"]],
] as const;

export const up = async (knex: Knex): Promise<void> => {
  for (const [table, columns] of INDEXES) await knex.schema.alterTable(table, (t) => t.index([...columns]));
};

export const down = async (knex: Knex): Promise<void> => {
  for (const [table, columns] of INDEXES) await knex.schema.alterTable(table, (t) => t.dropIndex([...columns]));
};
