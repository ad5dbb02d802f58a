import type { Knex } from "knex";

/** Places, repeats, who took it, and what somebody else had taken meanwhile; photos of a job. */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("measurements", (t) => {
    t.integer("place").notNullable().defaultTo(0);
    t.enum("role", ["new", "again", "out"]).notNullable().defaultTo("new");
    t.string("who", 60).notNullable().defaultTo("");
    t.string("beside", 36).nullable();
  });
  await knex.schema.createTable("photos", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("id", 36).notNullable().primary();
    t.string("job_id", 36).notNullable().references("jobs.id").onDelete("CASCADE");
    t.string("caption", 300).notNullable().defaultTo("");
    t.integer("width").notNullable();
    t.integer("height").notNullable();
    t.specificType("large", "mediumblob").notNullable();
    t.specificType("small", "mediumblob").notNullable();
    t.specificType("order", "bigint unsigned not null auto_increment unique");
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    t.index(["job_id"]);
  });
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.dropTable("photos");
  await knex.schema.alterTable("measurements", (t) => {
    t.dropColumns("place", "role", "who", "beside");
  });
};
