import type { Knex } from "knex";

/**
 * Who works here, the devices that were let in, what lets one in, wrong tries, and who did what that matters. All of it
 * belongs to this machine and not to the record: a copy that is put back brings nobody in again (store/beside.ts).
 */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("people", (t) => {
    t.string("id", 36).primary();
    t.string("name", 60).notNullable().unique();
    t.string("role", 12).notNullable();
    t.string("pin", 200).notNullable();
    t.string("password", 200).nullable();
    t.datetime("left_at", { precision: 3 }).nullable();
    t.datetime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
  await knex.schema.createTable("devices", (t) => {
    t.string("id", 36).primary();
    t.string("name", 60).notNullable();
    t.specificType("token", "char(64) character set ascii").notNullable().unique();
    t.string("person_id", 36).nullable();
    t.datetime("seen_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    t.datetime("revoked_at", { precision: 3 }).nullable();
    t.datetime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
  });
  await knex.schema.createTable("pairings", (t) => {
    t.specificType("code", "char(64) character set ascii").primary();
    t.string("made_by", 60).notNullable();
    t.boolean("as_owner").notNullable().defaultTo(false);
    t.datetime("expires_at", { precision: 3 }).notNullable();
    t.datetime("used_at", { precision: 3 }).nullable();
  });
  // As rate-limiter-flexible wants it.
  await knex.schema.createTable("tries", (t) => {
    t.string("key", 255).primary();
    t.integer("points").notNullable().defaultTo(0);
    t.bigInteger("expire").nullable();
  });
  await knex.schema.createTable("deeds", (t) => {
    t.increments("id").primary();
    t.datetime("at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    t.string("device", 60).notNullable();
    t.string("who", 60).notNullable();
    t.string("what", 24).notNullable();
    t.string("about", 200).notNullable().defaultTo("");
  });
};

export const down = async (knex: Knex): Promise<void> => {
  for (const table of ["deeds", "tries", "pairings", "devices", "people"]) await knex.schema.dropTable(table);
};
