import { cpSync, mkdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { afterAll, describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { openDatabase } from "@/store/database";
import { loadBackup } from "@/store/dump";
import { knownMigrations, migrate } from "@/store/migrate";
import { type CutOff, go } from "./cut-off.test.rig";
import { startDatabase } from "./database-server";

// A first start, an upgrade, a copy put back, cut off at any moment, the database with it or not: the same command starts
// it, and it is the shop it would have been. `npm run chaos` for the long form.

const CUTS = Number(process.env.CUTS ?? 4);
/** Versions that are upgraded from, one after the other. */
const VERSIONS = Math.min(6, CUTS);
const OLD = "store/migrations/old/before-rounds.sql.gz";
const ROOT = resolve(".test-output/cut-off");

const FIRST_START = "run/first-start.test.rig.ts";

/** All there is in a record: its tables as they are made, and how many rows each has. */
const recordIn = async (folder: string) => {
  const server = await startDatabase(folder);
  const db = openDatabase(server.url);
  try {
    const asked = async (sql: string) => (await db.raw(sql))[0].map((row: object) => Object.values(row).join(" "));
    const columns = await asked(
      `select table_name, column_name, column_type, is_nullable, column_default, extra from information_schema.columns
       where table_schema = database() order by 1, 2`,
    );
    const indexes = await asked(
      `select distinct table_name, index_name, seq_in_index, column_name, non_unique from information_schema.statistics
       where table_schema = database() order by 1, 2, 3`,
    );
    const keys = await asked(
      `select table_name, column_name, referenced_table_name, referenced_column_name from information_schema.key_column_usage
       where table_schema = database() and referenced_table_name is not null order by 1, 2`,
    );
    const tables = [...new Set<string>(columns.map((c: string) => c.split(" ")[0]))];
    const rows: Record<string, number> = {};
    for (const table of tables) rows[table] = Number((await db(table).count({ n: "*" }).first())?.n);
    const [{ half }] = await db("jobs").where({ demo: false }).count({ half: "*" });
    return { columns, indexes, keys, rows, notDemo: Number(half) };
  } finally {
    await db.destroy();
    await server.stop();
  }
};

const cutOffAnywhere = async (
  name: string,
  begin: (folder: string, cut: number) => void,
  seed: number,
  cuts = CUTS,
): Promise<void> => {
  const folder = join(ROOT, name);
  rmSync(folder, { recursive: true, force: true });
  begin(folder, 0);
  const before = Date.now();
  const start = (cut: CutOff) => go([FIRST_START, folder], folder, cut);
  expect(await start({ after: null })).toBe(0);
  const whole = Date.now() - before;
  const wanted = await recordIn(folder);
  const luck = chance(seed);
  for (let cut = 0; cut < cuts; cut++) {
    rmSync(folder, { recursive: true, force: true });
    begin(folder, cut);
    const after = luck.between(0.05, 1) * whole;
    await start({ after, withDatabase: cut % 2 === 0 });
    // Twice in a row as well: whoever is in a hurry tries again at once.
    if (cut % 3 === 2) await start({ after: luck.between(0.05, 0.6) * whole });
    expect(await start({ after: null }), `${name}, cut off after ${after.toFixed(0)} of ${whole} ms`).toBe(0);
    expect(await recordIn(folder), `${name}, cut off after ${after.toFixed(0)} of ${whole} ms`).toEqual(wanted);
  }
  rmSync(folder, { recursive: true, force: true });
};

afterAll(() => rmSync(ROOT, { recursive: true, force: true }));

describe("cut off at any moment", () => {
  // With the invented workshop put in it takes its time: in the short form it is cut off once.
  test("a first start begins again, and comes to the same shop", { timeout: CUTS * 120_000 }, () =>
    cutOffAnywhere("first", () => undefined, 11, Math.ceil(CUTS / 4)),
  );
  test("an upgrade from any of the versions before goes on, and comes to the same shop", {
    timeout: CUTS * 120_000,
  }, async () => {
    // The record of the oldest of them, and what each version after that made of it.
    const steps = knownMigrations().slice(-VERSIONS);
    for (const [i, last] of ["", ...steps.slice(0, -1)].entries()) {
      const old = join(ROOT, `old-${i}`);
      rmSync(old, { recursive: true, force: true });
      const server = await startDatabase(old);
      await loadBackup(server.url, OLD);
      const db = openDatabase(server.url);
      if (last) await migrate(db, last);
      await db.destroy();
      await server.stop();
    }
    await cutOffAnywhere(
      "upgrade",
      (folder, cut) => cpSync(join(ROOT, `old-${cut % VERSIONS}`), folder, { recursive: true }),
      23,
    );
  });
  test("a copy put back: the shop is as it was, or wholly the other", { timeout: CUTS * 120_000 }, async () => {
    const here = join(ROOT, "restore-here");
    rmSync(here, { recursive: true, force: true });
    expect(await go([FIRST_START, here], here, { after: null })).toBe(0);
    mkdirSync(join(here, "copies"));
    const copy = "given-2026-11-27-040000.sql.gz";
    cpSync(OLD, join(here, "copies", copy));
    const folder = join(ROOT, "restore");
    const ours = await recordIn(here);
    const fresh = () => {
      rmSync(folder, { recursive: true, force: true });
      cpSync(here, folder, { recursive: true });
    };
    fresh();
    const restore = (cut: CutOff) => go(["run/restore.test.rig.ts", folder, copy], folder, cut);
    const began = Date.now();
    expect(await restore({ after: null })).toBe(0);
    const whole = Date.now() - began;
    const theirs = await recordIn(folder);
    expect(theirs.rows).not.toEqual(ours.rows);
    const luck = chance(31);
    const became = { ours: 0, theirs: 0 };
    for (let cut = 0; cut < Math.ceil(CUTS / 2); cut++) {
      fresh();
      // At any moment, and right where the one takes the other's place.
      const cutOff: CutOff =
        cut % 2 === 0 ? { after: luck.between(0, 80), from: "swapping" } : { after: luck.between(0.2, 1) * whole };
      await restore({ ...cutOff, withDatabase: cut % 4 < 3 });
      expect(await go([FIRST_START, folder], folder, { after: null })).toBe(0);
      const now = await recordIn(folder);
      const is = now.rows.readings === ours.rows.readings ? "ours" : "theirs";
      became[is]++;
      const wanted = is === "ours" ? ours : theirs;
      // Which shop it is is written down anew with every one put back.
      expect(now, JSON.stringify(cutOff)).toEqual(wanted);
    }
    console.log(
      `cut off while a copy was put back: ${became.ours} times the shop as it was, ${became.theirs} times the other`,
    );
  });
});
