import type { Knex } from "knex";

/** Whether any job changed is asked all the time by every list that is open: by an index alone, not through all of them. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.index(["changes"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.dropIndex(["changes"]);
  });
};
