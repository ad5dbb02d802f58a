import { basename } from "node:path";
import type { Knex } from "knex";
import { COUNTED, type Counted, type LookedInto, type RestoreStep, type ShopCounts } from "@/core/shop/restore";
import { noRoomFor } from "@/core/shop/room";
import { BadInput } from "@/core/wheel/bad-input";
import { type Beside, besideUrl, dropBeside, makeBeside, swapIn } from "./beside";
import { openDatabase } from "./database";
import { checkBackup, dumpShop, loadBackup } from "./dump";
import { markEra } from "./era";
import { holdWriting } from "./hold-writing";
import { knownMigrations, migrate } from "./migrate";
import { roomOfRecord } from "./room";

/** What every record of ours has had from its first day. */
const OURS = ["knex_migrations", "customers", "wheels", "jobs", "measurements", "rounds", "readings", "turns"];

const refuse = (file: string, why: string): never => {
  throw new BadInput("file", `${basename(file)} ${why}; nothing was changed`, { code: "unreadable" });
};

const countsOf = async (db: Knex): Promise<ShopCounts> => {
  const counts = {} as Record<Counted, number>;
  for (const table of COUNTED) counts[table] = Number((await db(table).count({ n: "*" }).first())?.n ?? 0);
  // Put down, not taken for later: the days the record itself gave.
  const [rows] = await db.raw(
    "select date_format(greatest(coalesce((select max(created_at) from jobs), 0), coalesce((select max(created_at) from measurements), 0), coalesce((select max(created_at) from rounds), 0)), '%Y-%m-%d') as newest",
  );
  const newest: string | null = rows[0]?.newest ?? null;
  return { counts, newest: newest?.startsWith("0") ? null : newest };
};

/** Columns of every table, as text. */
const shapeOf = async (db: Knex): Promise<string[]> => {
  const [rows] = await db.raw(
    "select concat(table_name, '.', column_name, ' ', column_type) as it from information_schema.columns where table_schema = database() order by 1",
  );
  return (rows as { it: string }[]).map((r) => r.it);
};

/** Looks whether what was loaded is a record of ours that this version can bring up, and brings it up. @throws BadInput */
const bringUp = async (db: Knex, own: Knex, file: string): Promise<void> => {
  const [tables] = await db.raw("show tables");
  const names = new Set((tables as Record<string, string>[]).map((t) => Object.values(t)[0]));
  const missing = OURS.filter((t) => !names.has(t));
  if (missing.length > 0) refuse(file, `is no copy of a Tall Compass shop (it has no ${missing.join(", ")})`);
  const done: string[] = await db("knex_migrations").orderBy("id").pluck("name");
  const newer = done.filter((name) => !knownMigrations().includes(name));
  if (newer.length > 0)
    refuse(file, `was made by a newer version of Tall Compass (${newer.join(", ")}); install that one first`);
  await migrate(db);
  const [there, here] = [await shapeOf(db), await shapeOf(own)];
  const lacking = here.filter((column) => !there.includes(column));
  if (lacking.length > 0) refuse(file, `is not made as a shop is (it lacks ${lacking.slice(0, 3).join(", ")})`);
};

/**
 * Puts a copy into a database beside, brings it up to this version and counts it. The shop itself is not touched.
 *
 * @throws BadInput when it is no copy of a shop, or of one this version does not know
 */
export const lookInto = async (
  url: string,
  file: string,
  which: Beside,
  told: (step: RestoreStep) => void = () => undefined,
): Promise<LookedInto> => {
  const own = openDatabase(url);
  const there = besideUrl(url, which);
  try {
    told("reading");
    const bytes = await checkBackup(file);
    // With its indexes, and the copy of the shop that is made before.
    const full = noRoomFor(roomOfRecord(), bytes * 2);
    if (full) refuse(file, `cannot be put anywhere. ${full}`);
    told("loading");
    await makeBeside(own, url, which);
    await loadBackup(there, file);
    told("upgrading");
    const db = openDatabase(there);
    try {
      await bringUp(db, own, file);
      return { copy: basename(file), there: await countsOf(db), here: await countsOf(own) };
    } finally {
      await db.destroy();
    }
  } catch (error) {
    await dropBeside(own, url, which).catch(() => undefined);
    throw error;
  } finally {
    await own.destroy();
  }
};

/** What is said to whoever writes meanwhile. */
const HELD = "The shop is being put back from a copy; what you enter is kept here, and sent when that is done.";

/**
 * Puts the copy that was looked into in the shop's place. Nothing is written meanwhile; the shop as it was is copied first.
 *
 * @param before the file of that copy
 */
export const putInPlace = (url: string, before: string, told: (step: RestoreStep) => void = () => undefined) =>
  holdWriting(HELD, async () => {
    const db = openDatabase(url);
    try {
      told("copying");
      await dumpShop(url, before);
      told("swapping");
      const beside = openDatabase(besideUrl(url, "beside"));
      try {
        // Another shop from here on: every page looks at it anew.
        await markEra(beside);
      } finally {
        await beside.destroy();
      }
      await swapIn(db, url);
      await dropBeside(db, url, "away");
      await dropBeside(db, url, "beside");
    } finally {
      await db.destroy();
    }
  });
