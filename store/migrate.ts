import type { Knex } from "knex";
import * as actsAndSources from "./migrations/acts-and-sources";
import * as away from "./migrations/away";
import * as demo from "./migrations/demo";
import * as findWords from "./migrations/find-words";
import * as firstHouse from "./migrations/first-house";
import * as marks from "./migrations/marks";
import * as measuringAndPhotos from "./migrations/measuring-and-photos";
import * as ordersAndStock from "./migrations/orders-and-stock";
import * as placeUntold from "./migrations/place-untold";
import * as practice from "./migrations/practice";
import * as prices from "./migrations/prices";
import * as shop from "./migrations/shop";
import * as tension from "./migrations/tension";
import * as trainer from "./migrations/trainer";
import * as truing from "./migrations/truing";
import * as undo from "./migrations/undo";
import * as visits from "./migrations/visits";

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
};

/** Knex's own bookkeeping over migrations held in code, so that a bundled server needs no folder of them. */
const source: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name) => name,
  getMigration: async (name) => migrations[name],
};

export const migrate = async (knex: Knex): Promise<void> => {
  await knex.migrate.latest({ migrationSource: source });
};
