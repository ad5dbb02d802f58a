import type { Knex } from "knex";
import { actOf, NO_FIGURES, offsetPartOf, sourceOf } from "@/core/acts/old-entries";

/** Rows taken through at a time. */
const BATCH = 1000;

interface OldRow {
  readonly id: string;
  readonly job_id: string;
  readonly name: string;
  readonly place: number;
  readonly typed: string;
  readonly value: number | null;
  readonly role: string;
  readonly who: string;
  readonly created_at: Date;
}

const moveOver = async (trx: Knex.Transaction, old: readonly OldRow[]): Promise<void> => {
  for (const entry of old) {
    const act = entry.role === "out" ? null : actOf(entry);
    if (act)
      await trx("acts").insert({
        id: entry.id,
        job_id: entry.job_id,
        act: JSON.stringify(act),
        who: entry.who,
        created_at: entry.created_at,
      });
    const part = offsetPartOf(entry);
    if (part && (await trx("rounds").where({ id: part.round }).first("id")))
      await trx("readings").insert({
        id: entry.id,
        round_id: part.round,
        what: "offset-part",
        spoke: 0,
        value: part.value,
        typed: String(part.value),
        method: part.way as "string",
        who: entry.who,
        created_at: entry.created_at,
      });
  }
  await trx("measurements")
    .whereIn(
      "id",
      old.map((entry) => entry.id),
    )
    .delete();
};

/**
 * What was done at the bench gets a table of its own: it was written among the figures, in signs. A reading keeps what it
 * was taken with and how it came from what was typed. A job counts its changes.
 */
export const up = async (knex: Knex): Promise<void> => {
  await knex.schema.createTable("acts", (t) => {
    t.engine("InnoDB");
    t.charset("utf8mb4");
    t.string("id", 36).notNullable().primary();
    t.string("job_id", 36).notNullable().references("jobs.id").onDelete("CASCADE");
    t.json("act").notNullable();
    t.string("who", 60).notNullable().defaultTo("");
    t.specificType("order", "bigint unsigned not null auto_increment unique");
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(knex.fn.now(3));
    t.index(["job_id"]);
  });
  await knex.schema.alterTable("readings", (t) => {
    t.string("instrument", 20).notNullable().defaultTo("unknown");
    t.string("method", 20).notNullable().defaultTo("at-place");
    t.string("unit", 12).notNullable().defaultTo("");
    t.double("per").nullable();
    t.specificType("sign", "tinyint not null default 1");
    t.double("shift").notNullable().defaultTo(0);
    t.string("who", 60).notNullable().defaultTo("");
  });
  await knex.schema.alterTable("turns", (t) => {
    t.string("who", 60).notNullable().defaultTo("");
  });
  await knex.schema.alterTable("jobs", (t) => {
    t.integer("changes").unsigned().notNullable().defaultTo(1);
    t.boolean("stale").notNullable().defaultTo(true);
    t.dropColumn("stages_fresh");
    t.index(["stale", "created_at"]);
  });
  for (;;) {
    const old = await knex("measurements").whereIn("name", NO_FIGURES).orderBy("order").limit(BATCH);
    if (old.length === 0) break;
    // A batch goes over whole or not at all: cut off in between, none is lost and none is there twice.
    await knex.transaction((trx) => moveOver(trx, old));
  }
  const told = ["from the trace", "from a list%", "mended: %", "high-low %", "pen %", "rubbing %"];
  for (const typed of told) await knex("readings").where("typed", "like", typed).update(sourceOf(typed));
};

export const down = async (knex: Knex): Promise<void> => {
  await knex.schema.alterTable("jobs", (t) => {
    t.dropIndex(["stale", "created_at"]);
    t.dropColumns("changes", "stale");
    t.boolean("stages_fresh").notNullable().defaultTo(false);
  });
  await knex.schema.alterTable("turns", (t) => t.dropColumn("who"));
  await knex.schema.alterTable("readings", (t) => {
    t.dropColumns("instrument", "method", "unit", "per", "sign", "shift", "who");
  });
  await knex.schema.dropTable("acts");
};
