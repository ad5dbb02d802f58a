import type { Knex } from "knex";
import { goingOn } from "./going-on";
import { replicates, takeLease } from "./lease";
import * as actsAndSources from "./migrations/acts-and-sources";
import * as away from "./migrations/away";
import * as cableGauges from "./migrations/cable-gauges";
import * as customerLinks from "./migrations/customer-links";
import * as demo from "./migrations/demo";
import * as earWords from "./migrations/ear-words";
import * as findWords from "./migrations/find-words";
import * as firstHouse from "./migrations/first-house";
import * as largeShop from "./migrations/large-shop";
import * as marks from "./migrations/marks";
import * as measuringAndPhotos from "./migrations/measuring-and-photos";
import * as ordersAndStock from "./migrations/orders-and-stock";
import * as placeUntold from "./migrations/place-untold";
import * as practice from "./migrations/practice";
import * as prices from "./migrations/prices";
import * as severalServers from "./migrations/several-servers";
import * as shop from "./migrations/shop";
import * as signIn from "./migrations/sign-in";
import * as tension from "./migrations/tension";
import * as trainer from "./migrations/trainer";
import * as truing from "./migrations/truing";
import * as undo from "./migrations/undo";
import * as visits from "./migrations/visits";
import * as watched from "./migrations/watched";

const migrations: Record<string, Knex.Migration> = {
  "001-first-house": firstHouse,
  "002-measuring-and-photos": measuringAndPhotos,
  "003-orders-and-stock": ordersAndStock,
  "004-tension": tension,
  "005-truing": truing,
  "006-shop": shop,
  "007-find-words": findWords,
  "008-away": away,
  "009-practice": practice,
  "010-marks": marks,
  "011-visits": visits,
  "012-acts-and-sources": actsAndSources,
  "013-place-untold": placeUntold,
  "014-undo": undo,
  "015-demo": demo,
  "016-prices": prices,
  "017-trainer": trainer,
  "018-sign-in": signIn,
  "019-watched": watched,
  "020-customer-links": customerLinks,
  "021-cable-gauges": cableGauges,
  "022-ear-words": earWords,
  "023-several-servers": severalServers,
  "024-large-shop": largeShop,
};

/** All that this version knows, oldest first. */
export const knownMigrations = (): readonly string[] => Object.keys(migrations);

/** Knex's own bookkeeping over migrations held in code, so that a bundled server needs no folder of them. */
const source: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name) => name,
  getMigration: async (name) => migrations[name],
};
// The database ends a transaction by itself with every change of a table: one round a migration would promise too much.
const config = { migrationSource: source, disableTransactions: true };

/** s somebody else may take to bring the record up. */
const PATIENCE = 300;

const somebodyElse = () => new Error("another program is bringing the record up; start again when it is done");

/** One at a time brings a record up, whatever an earlier one left behind when it was cut off, and at whatever server. */
export const upgradingAlone = async (knex: Knex, work: () => Promise<void>): Promise<void> => {
  const lease = (await replicates(knex)) ? await takeLease(knex, "upgrade", PATIENCE * 1000) : null;
  if (!lease && (await replicates(knex))) throw somebodyElse();
  try {
    await knex.transaction(async (holder) => {
      // Goes with its connection: no dead program holds it.
      const [[{ got }]] = await holder.raw("select get_lock('tall_compass_migrate', ?) as got", [PATIENCE]);
      if (got !== 1) throw somebodyElse();
      try {
        await work();
      } finally {
        await holder.raw("do release_lock('tall_compass_migrate')");
      }
    });
  } finally {
    await lease?.release();
  }
};

/**
 * Brings the record up to this version; cut off at any moment it goes on from there the next time.
 *
 * @param last up to this one only, as a version before had it
 */
export const migrate = (knex: Knex, last: string | null = null): Promise<void> =>
  upgradingAlone(knex, () => bringUp(knex, last));

/** The same where nobody else is at it already. */
export const bringUp = async (knex: Knex, last: string | null = null): Promise<void> => {
  await knex.migrate.currentVersion(config);
  // Knex's own lock outlives the program that took it; nobody works here now.
  await knex.migrate.forceFreeMigrationsLock(config);
  await knex.raw("create table if not exists migrations_begun (name varchar(100) not null primary key)");
  const [, pending]: [unknown, readonly string[]] = await knex.migrate.list(config);
  // One that was done whole, and cut off before this was struck: nothing of it goes on.
  await knex("migrations_begun").whereNotIn("name", pending).delete();
  for (const name of pending) {
    const cutOff = (await knex("migrations_begun").where({ name }).first("name")) !== undefined;
    await knex("migrations_begun").insert({ name }).onConflict("name").ignore();
    if (cutOff) await goingOn(knex, () => knex.migrate.up({ ...config, name }));
    else await knex.migrate.up({ ...config, name });
    await knex("migrations_begun").where({ name }).delete();
    if (name === last) break;
  }
};
