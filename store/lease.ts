import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import type { Knex } from "knex";
import { database } from "./database";
import { anewUntilAlone } from "./in-transaction";

/** What only one program does at a time, of all that share a record on several servers. */
export type Leased = "upgrade" | "restore" | "tryout" | "writing";

/** s after which what a program took and did not live to give back is anybody's. */
const HOLDS = 15;
/** ms between two times it is said anew, and between two asks for it. */
const SAID_EVERY = 4000;
const ASK_EVERY = 250;

/** Whether what this server holds is on others as well: its own locks say nothing there. */
export const replicates = async (db: Knex): Promise<boolean> => {
  const [rows] = await db.raw("show variables like 'wsrep_on'");
  return (rows as { Value: string }[])[0]?.Value === "ON";
};

/** Before anything of the record is there: it is what lets one program make it. */
const ready = (db: Knex) =>
  db.raw(
    "create table if not exists leases (name varchar(60) not null primary key, holder varchar(36) not null, why varchar(300) not null, until datetime(3) not null)",
  );

const until = (db: Knex) => db.raw("now(3) + interval ? second", [HOLDS]);

/** One row that all of them write: of two that take it at once on two servers one is done anew, and finds it taken. */
const tryFor = (db: Knex, name: Leased, holder: string, why: string): Promise<boolean> =>
  anewUntilAlone(() =>
    db.transaction(async (trx) => {
      const row: { holder: string; free: number } | undefined = await trx("leases")
        .where({ name })
        .forUpdate()
        .first("holder", trx.raw("until < now(3) as free"));
      if (row && !row.free && row.holder !== holder) return false;
      await trx("leases")
        .insert({ name, holder, why, until: until(db) })
        .onConflict("name")
        .merge();
      return true;
    }),
  );

export interface Lease {
  readonly release: () => Promise<void>;
}

/** @param wait ms @returns null where somebody else has it all that while */
export const takeLease = async (db: Knex, name: Leased, wait = 0, why = ""): Promise<Lease | null> => {
  const holder = randomUUID();
  await ready(db);
  for (const last = Date.now() + wait; !(await tryFor(db, name, holder, why)); ) {
    if (Date.now() > last) return null;
    await pause(ASK_EVERY);
  }
  const own = () => db("leases").where({ name, holder });
  const timer = setInterval(() => {
    void own()
      .update({ until: until(db) })
      .catch(() => undefined);
  }, SAID_EVERY);
  timer.unref();
  return {
    release: async () => {
      clearInterval(timer);
      await own()
        .delete()
        .catch(() => undefined);
    },
  };
};

/** Taken at once, or not; null where the record is on one server, and needs none. */
export const leaseOf = async (name: Leased, why = ""): Promise<Lease | "taken" | null> => {
  const db = database();
  return (await replicates(db)) ? ((await takeLease(db, name, 0, why)) ?? "taken") : null;
};

/** Why somebody has it; null where nobody has. */
export const leasedFor = async (db: Knex, name: Leased): Promise<string | null> => {
  const row = await db("leases").where({ name }).where("until", ">", db.raw("now(3)")).first("why");
  return row?.why ?? null;
};
