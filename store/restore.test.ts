import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { gunzipSync, gzipSync } from "node:zlib";
import { afterEach, describe, expect, test } from "vitest";
import { COUNTED } from "@/core/shop/restore";
import { besideName } from "./beside";
import { makeCopy, shopCopies } from "./copies";
import { database } from "./database";
import { dumpShop } from "./dump";
import { readEra } from "./era";
import { whileNotHeld } from "./hold-writing";
import { openJob } from "./open-job";
import { ownDatabase } from "./own-database.test.rig";
import { lookIntoCopy, restoreNow, takeCopy } from "./restoring";
import { addReadings, openRound } from "./rounds";
import { scratchFolder } from "./scratch.test.rig";
import { changeSettings } from "./settings";
import { tryOut } from "./try-out";

// Copies of every kind put back: the shop is as it was, or wholly the other.

const copies = join(scratchFolder().at, "copies");
const url = () => process.env.DATABASE_URL ?? "";

const newJob = async (): Promise<string> => {
  const id = crypto.randomUUID();
  await openJob({ id, kind: "rebuild", customer: "Here", machine: "Dunlin 300" });
  return id;
};

ownDatabase(".test-output/restore", async () => {
  execFileSync("mkdir", ["-p", copies]);
  await newJob();
  await changeSettings({ copiesFolder: copies, shopName: "As it is" });
});

/** All there is. @param but tables left out */
const whole = async (...but: readonly string[]): Promise<string> => {
  const [rows] = await database().raw("show tables");
  const names = (rows as Record<string, string>[])
    .map((t) => Object.values(t)[0])
    .filter((t) => !but.includes(t))
    .map((t) => `\`${t}\``);
  const [sums] = await database().raw(`checksum table ${names.join(", ")}`);
  return JSON.stringify(sums);
};
const databases = async (): Promise<string[]> => (await database().raw("show databases"))[0].flatMap(Object.values);

/** A file among the copies, as somebody would bring it. */
let given = 0;
const bring = (contents: string | Buffer): string => {
  const name = `given-2026-11-27-${String(100_000 + given++)}.sql.gz`;
  writeFileSync(join(copies, name), Buffer.isBuffer(contents) ? contents : gzipSync(contents));
  return name;
};
const dumped = async (): Promise<string> => {
  const file = join(copies, "..", "dumped.sql.gz");
  await dumpShop(url(), file);
  return gunzipSync(readFileSync(file)).toString("utf8");
};
const lookedInto = async (name: string) => {
  await (await lookIntoCopy(name)).done;
  return restoreNow();
};
const taken = async (name: string) => {
  await (await takeCopy(name)).done;
  return restoreNow();
};
const OLD = "store/migrations/old/before-rounds.sql.gz";

describe("what is no copy this version can take leaves the shop as it is, and says why", () => {
  afterEach(async () => {
    expect((await databases()).filter((d) => d.startsWith("tall_compass_"))).toEqual([]);
  });
  const REFUSED: readonly [string, () => Promise<string | Buffer>, RegExp][] = [
    ["no packed file", async () => Buffer.from("select 1;"), /is no backup, or was cut short/],
    ["cut short", async () => gzipSync(await dumped()).subarray(0, 3000), /is no backup, or was cut short/],
    ["half, packed anew", async () => (await dumped()).slice(0, 20_000), /is no whole backup/],
    [
      "of another program",
      async () => "create table t (a int);\ninsert into t values (1);\n-- Dump completed\n",
      /is no copy of a Tall Compass shop/,
    ],
    [
      "without its readings",
      async () =>
        (await dumped())
          .replaceAll(/CREATE TABLE `readings`[\s\S]*?;\n/g, "")
          .replaceAll(/^(LOCK|ALTER|.*ALTER) .*`readings`.*$/gm, ""),
      /it has no readings/,
    ],
    [
      "of a newer version",
      async () =>
        (await dumped()).replace(
          "-- Dump completed",
          "insert into knex_migrations (name, batch) values ('999-of-tomorrow', 9);\n-- Dump completed",
        ),
      /was made by a newer version of Tall Compass \(999-of-tomorrow\)/,
    ],
    [
      "that goes over to the shop itself",
      async () => `use tall_compass;\ndrop table readings;\n${await dumped()}`,
      /is no copy of a Tall Compass shop/,
    ],
    [
      "that reaches for the shop itself",
      async () => (await dumped()).replace("-- Dump completed", "drop table tall_compass.readings;\n-- Dump completed"),
      /denied/,
    ],
    [
      "with nonsense in it",
      async () => (await dumped()).replace("CREATE TABLE `jobs`", "CREATE TABEL `jobs`"),
      /mariadb ended with/,
    ],
  ];
  test.each(REFUSED)("%s", async (_, contents, why) => {
    const before = await whole();
    const { found, failed } = await lookedInto(bring(await contents()));
    expect([found, failed]).toEqual([null, expect.stringMatching(why)]);
    expect(await whole()).toBe(before);
    await expect(takeCopy("given-2026-11-27-100000.sql.gz")).rejects.toThrow(/was not looked into yet/);
  });
  test("one that is not there, and one outside the folder", async () => {
    for (const name of ["given-2026-11-27-999999.sql.gz", "../dumped.sql.gz", "/etc/passwd"])
      await expect(lookIntoCopy(name)).rejects.toThrow(/there is no copy called/);
  });
});

test("a record of an older version is brought up beside, counted, and put in place whole; as it was before is a copy too", async () => {
  // Which shop it is is written down among the settings, anew with every one put back.
  const but = ["settings", "knex_migrations_lock"];
  const before = await whole(...but);
  const era = await readEra();
  const name = bring(readFileSync(OLD));
  const { found } = await lookedInto(name);
  expect(found?.here.counts).toMatchObject({ jobs: 1, readings: 0 });
  expect(found?.there.counts.jobs).toBeGreaterThan(10);
  expect(await database()("jobs").pluck("id")).toHaveLength(1);
  const { done, failed } = await taken(name);
  expect([failed, done?.copy]).toEqual([null, name]);
  for (const table of COUNTED)
    expect(Number((await database()(table).count({ n: "*" }).first())?.n), table).toBe(found?.there.counts[table]);
  expect(await readEra()).not.toBe(era);
  expect((await databases()).filter((d) => d.startsWith("tall_compass_"))).toEqual([]);
  // Nobody else's to read, nor is any other copy.
  const own = readdirSync(copies).find((f) => f.startsWith("before-putting-back"));
  expect(own).toBe(done?.before);
  expect(statSync(join(copies, own ?? "")).mode & 0o077).toBe(0);
  // And back again: rows hang together as before, and what hangs on a job goes with it.
  await changeSettings({ copiesFolder: copies });
  expect((await lookedInto(own ?? "")).found?.there.counts.jobs).toBe(1);
  expect((await taken(own ?? "")).failed).toBeNull();
  expect(await whole(...but)).toBe(before);
  await expect(database()("rounds").insert({ id: "x", job_id: "none", number: 1 })).rejects.toThrow(/foreign key/i);
});

test("what was confirmed before stands in the copy, what was confirmed after in the shop; between nothing is taken", async () => {
  const id = await newJob();
  const round = crypto.randomUUID();
  await openRound(id, { id: round });
  await makeCopy("2026-11-27");
  const name = "tall-compass-2026-11-27.sql.gz";
  await lookedInto(name);
  const confirmed: { readonly id: string; readonly at: number }[] = [];
  let [held, going] = [0, true];
  const writers = [...Array(4)].map(async () => {
    while (going) {
      const reading = {
        id: crypto.randomUUID(),
        what: "lateral",
        spoke: 1,
        value: 0.1,
        typed: "1",
        doubtful: false,
      } as const;
      await whileNotHeld(() => addReadings(round, [reading])).then(
        () => confirmed.push({ id: reading.id, at: performance.now() }),
        (error) => {
          expect(String(error)).toMatch(/being put back from a copy/);
          held++;
          return new Promise((r) => setTimeout(r, 5));
        },
      );
    }
  });
  await new Promise((r) => setTimeout(r, 300));
  const { done } = await taken(name);
  await new Promise((r) => setTimeout(r, 300));
  going = false;
  await Promise.all(writers);
  const now = new Set(await database()("readings").where({ round_id: round }).pluck("id"));
  const before = gunzipSync(readFileSync(join(copies, done?.before ?? ""))).toString("utf8");
  const lost = confirmed.filter((c) => !now.has(c.id) && !before.includes(c.id));
  expect(lost).toEqual([]);
  expect([held > 0, confirmed.some((c) => now.has(c.id)), confirmed.some((c) => before.includes(c.id))]).toEqual([
    true,
    true,
    true,
  ]);
});

test("the newest copy is tried out beside, and what came of it is told; the shop knows nothing of it", async () => {
  await makeCopy("2026-11-28");
  const file = join(copies, "tall-compass-2026-11-28.sql.gz");
  expect(await tryOut(file, "2026-11-28")).toMatchObject({ failed: null, there: { counts: { jobs: 2 } } });
  writeFileSync(file, readFileSync(file).subarray(0, 900));
  expect((await tryOut(file, "2026-11-28"))?.failed).toMatch(/cut short/);
  expect((await shopCopies()).tried).toMatchObject({ copy: "tall-compass-2026-11-28.sql.gz", day: "2026-11-28" });
  expect((await databases()).includes(besideName(url(), "tryout"))).toBe(false);
});
