import { spawn } from "node:child_process";
import { once } from "node:events";
import { cpSync, existsSync, readFileSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { gunzipSync } from "node:zlib";
import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { openDatabase } from "@/store/database";
import { startDatabase } from "./database-server";

// A first start and an upgrade cut off at any moment, the database with it or not: the same command starts it, and it is
// the shop it would have been. `npm run cut-off -- 40` for the long form.

const CUTS = Number(process.env.CUTS ?? 4);
const ROOT = resolve(".test-output/cut-off");

/** One go at it. @param after ms to cut it off at; null lets it end. @returns its status, null where it was cut off */
const go = async (folder: string, after: number | null, withDatabase = false): Promise<number | null> => {
  const program = spawn(process.execPath, ["--import", "tsx", "run/first-start.test.rig.ts", folder], {
    stdio: ["ignore", "ignore", "pipe"],
    detached: true,
  });
  let said = "";
  program.stderr.on("data", (d) => {
    said += d;
  });
  if (after !== null)
    setTimeout(() => {
      if (program.exitCode !== null || !program.pid) return;
      // The group first: what it runs in the foreground goes with it, as in a terminal.
      process.kill(-program.pid, "SIGKILL");
      const pidFile = join(folder, "mariadb.pid");
      if (withDatabase && existsSync(pidFile))
        try {
          process.kill(Number(readFileSync(pidFile, "utf8")), "SIGKILL");
        } catch {
          // Not begun yet.
        }
    }, after);
  const [status] = await once(program, "exit");
  if (after === null) expect(said, said).toBe("");
  return status;
};

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
  begin: (folder: string) => void,
  seed: number,
  cuts = CUTS,
): Promise<void> => {
  const folder = join(ROOT, name);
  rmSync(folder, { recursive: true, force: true });
  begin(folder);
  const before = Date.now();
  expect(await go(folder, null)).toBe(0);
  const whole = Date.now() - before;
  const wanted = await recordIn(folder);
  const luck = chance(seed);
  for (let cut = 0; cut < cuts; cut++) {
    rmSync(folder, { recursive: true, force: true });
    begin(folder);
    const after = luck.between(0.05, 1) * whole;
    await go(folder, after, cut % 2 === 0);
    // Twice in a row as well: whoever is in a hurry tries again at once.
    if (cut % 3 === 2) await go(folder, luck.between(0.05, 0.6) * whole);
    expect(await go(folder, null), `${name}, cut off after ${after.toFixed(0)} of ${whole} ms`).toBe(0);
    expect(await recordIn(folder), `${name}, cut off after ${after.toFixed(0)} of ${whole} ms`).toEqual(wanted);
  }
  rmSync(folder, { recursive: true, force: true });
};

describe("cut off at any moment", () => {
  // With the invented workshop put in it takes its time: in the short form it is cut off once.
  test("a first start begins again, and comes to the same shop", { timeout: CUTS * 120_000 }, () =>
    cutOffAnywhere("first", () => undefined, 11, Math.ceil(CUTS / 4)),
  );
  test("an upgrade goes on, and comes to the same shop", { timeout: CUTS * 120_000 }, async () => {
    const old = join(ROOT, "old");
    rmSync(old, { recursive: true, force: true });
    const server = await startDatabase(old);
    const { default: mysql } = await import("mysql2/promise");
    const connection = await mysql.createConnection({ uri: server.url, multipleStatements: true });
    await connection.query(gunzipSync(readFileSync("store/migrations/old/before-rounds.sql.gz")).toString("utf8"));
    await connection.end();
    await server.stop();
    await cutOffAnywhere("upgrade", (folder) => cpSync(old, folder, { recursive: true }), 23);
    rmSync(old, { recursive: true, force: true });
  });
});
