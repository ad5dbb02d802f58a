import type { Knex } from "knex";

/** The shop's settings; how a job's line stands and what finds it, kept ready; order on the diary, re-check, bench times. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("settings", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("name", 60).notNullable().primary();
    t.json("value").notNullable();
  });
  await knex.schema.alterTable("jobs", (t) => {
    t.json("stages").nullable();
    t.boolean("stages_fresh").notNullable().defaultTo(false);
    t.text("find_text").nullable();
    t.integer("desk_order").nullable();
    t.date("recheck_on").nullable();
    t.json("minutes").nullable();
    t.json("left_as").nullable();
  });
  await knex.raw("alter table jobs add fulltext jobs_find_text (find_text)");
  await knex.schema.alterTable("wheels", (t) => t.index(["mark"]));
  await knex.schema.alterTable("jobs", (t) => t.index(["recheck_on"]));
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => t.dropIndex(["recheck_on"]));
  await knex.schema.alterTable("wheels", (t) => t.dropIndex(["mark"]));
  await knex.raw("alter table jobs drop index jobs_find_text");
  await knex.schema.alterTable("jobs", (t) => {
    t.dropColumns("stages", "stages_fresh", "find_text", "desk_order", "recheck_on", "minutes", "left_as");
  });
  await knex.schema.dropTable("settings");
};
