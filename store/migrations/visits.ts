import type { Knex } from "knex";

/**
 * Which visit of its wheel a job is, 1 for the first: the figures of the shop ask what came back, and looked at the other
 * jobs of every wheel of a year to tell.
 */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.smallint("visit").unsigned().notNullable().defaultTo(1);
    t.index(["created_at", "visit", "wheel_id"]);
  });
  await knex.schema.alterTable("jobs", (t) => t.dropIndex(["created_at"]));
  await knex.raw(
    `update jobs join (select id, row_number() over (partition by wheel_id order by created_at, id) as n from jobs) as counted
     on counted.id = jobs.id set jobs.visit = counted.n`,
  );
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.index(["created_at"]);
    t.dropIndex(["created_at", "visit", "wheel_id"]);
    t.dropColumn("visit");
  });
};
