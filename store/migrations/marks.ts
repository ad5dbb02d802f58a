import type { Knex } from "knex";

/** The last mark the shop gave to a wheel that had none: taken by one at a time, so that no two wheels share one. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("marks_given", (t) => {
    t.integer("last").notNullable();
  });
  await knex.raw(
    "insert into marks_given (last) select count(*) from wheels having not exists (select 1 from marks_given)",
  );
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("marks_given");
};
