import type { Knex } from "knex";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { eraseWithin } from "./put-away";

const isDemo = { demo: true } as const;

const TABLES = ["jobs", "stock", "gauge_tables"] as const;
/** Stands among the settings while the invented workshop is put in, and nobody is served yet. */
const LOADING = { name: "demoLoading" } as const;

/** The invented workshop is being put in from here on. */
export const beginDemo = async (): Promise<void> => {
  await database()("settings")
    .insert({ ...LOADING, value: "true" })
    .onConflict("name")
    .ignore();
};

/** All that is in the record now belongs to the invented workshop, and all of it is there. */
export const markAsDemo = (): Promise<void> =>
  inTransaction(async (trx) => {
    for (const table of TABLES) await trx(table).update(isDemo);
    await trx("settings").where(LOADING).delete();
  });

/** What was put in before a start was cut off goes whole: nothing else was ever in that record. */
export const removeHalfDemo = async (): Promise<void> => {
  const db = database();
  if (!(await db("settings").where(LOADING).first("name"))) return;
  for (const table of TABLES) await db(table).update(isDemo);
  await removeDemo();
};

export const hasDemo = async (): Promise<boolean> => (await database()("jobs").where(isDemo).first("id")) !== undefined;

/** Drawers that a job of the shop's own was served from are the shop's own now. */
const unusedDrawers = (trx: Knex.Transaction) =>
  trx("stock")
    .where(isDemo)
    .whereNotExists(
      trx("stock_moves")
        .join("jobs", "jobs.id", "stock_moves.job_id")
        .whereRaw("stock_moves.stock_id = stock.id")
        .where("jobs.demo", false),
    );

/** Tables a reading of the shop's own was taken with stay: what it says in newtons rests on them. */
const unusedTables = (trx: Knex.Transaction) =>
  trx("gauge_tables")
    .where(isDemo)
    .whereNotExists(
      trx("readings")
        .join("rounds", "rounds.id", "readings.round_id")
        .join("jobs", "jobs.id", "rounds.job_id")
        .whereRaw("readings.table_id = gauge_tables.id")
        .where("jobs.demo", false),
    );

/**
 * Removes the invented workshop whole: its jobs, and the wheels, customers, drawers and gauge tables nothing else uses.
 *
 * @returns how many jobs went
 */
export const removeDemo = (): Promise<number> =>
  inTransaction(async (trx) => {
    const ids = await trx("jobs").where(isDemo).forUpdate().pluck("id");
    for (const id of ids) await eraseWithin(trx, id);
    await unusedDrawers(trx).delete();
    await unusedTables(trx).delete();
    for (const table of ["stock", "gauge_tables"] as const) await trx(table).where(isDemo).update({ demo: false });
    return ids.length;
  });
