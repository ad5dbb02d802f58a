import { readFileSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import { describe, expect, test } from "vitest";
import { finishAnswers, lacedSoFar, nippleStates, seenSpokes } from "@/core/acts/acts-come-to";
import { NO_FIGURES } from "@/core/acts/old-entries";
import { listActs } from "../acts";
import { database } from "../database";
import { migrate } from "../migrate";
import { ownDatabase } from "../own-database.test.rig";
import { listRounds } from "../rounds";

// A record made by the version before acts and sources, with the demo and a signed job in it: it opens, and says what it
// said. What it said then was written down by that version itself (docs/decisions.md).

const FOLDER = "store/migrations/old/";
const unzipped = (name: string): string => gunzipSync(readFileSync(`${FOLDER}${name}`)).toString("utf8");
interface Said {
  readonly taken: Readonly<Record<string, { readonly value: number | null; readonly typed: string }>>;
  readonly finish: { readonly answers: Readonly<Record<string, unknown>> };
}
const {
  figures: _,
  histories: __,
  ...jobs
} = JSON.parse(unzipped("before-rounds.expected.json.gz")) as Record<string, Said> & {
  figures: unknown;
  histories: unknown;
};

ownDatabase(".test-output/old-record", async () => {
  const db = database();
  // As it was: everything this version made is gone before the old record is put in its place.
  const [tables] = await db.raw("show tables");
  await db.raw("set foreign_key_checks = 0");
  for (const row of tables) await db.raw(`drop table \`${Object.values(row)[0]}\``);
  const dump = unzipped("before-rounds.sql.gz");
  const { default: mysql } = await import("mysql2/promise");
  const connection = await mysql.createConnection({ uri: process.env.DATABASE_URL, multipleStatements: true });
  await connection.query(dump);
  await connection.end();
  await migrate(db);
});

describe("a record of the version before", () => {
  test("what was done at the bench is told as before, and is no figure any more", async () => {
    let [answers, seen, stuck, laced] = [0, 0, 0, 0];
    for (const [id, said] of Object.entries(jobs)) {
      const acts = await listActs(id);
      expect(finishAnswers(acts)).toEqual(said.finish.answers);
      expect(lacedSoFar(acts)).toBe(said.taken["lace.last"]?.value ?? 0);
      answers += Object.keys(finishAnswers(acts)).length;
      seen += seenSpokes(acts, 72).filter((s) => s !== null).length;
      stuck += nippleStates(acts, 72).filter((s) => s === "stuck").length;
      laced += Number(lacedSoFar(acts) > 0);
    }
    expect([answers > 5, seen, stuck, laced > 2]).toEqual([true, 6, 1, true]);
    const left = await database()("measurements").whereIn("name", NO_FIGURES).count({ n: "*" }).first();
    expect(Number(left?.n)).toBe(0);
  });
  test("the first of two lengths to the offset is a reading of its round", async () => {
    const parts = (await Promise.all(Object.keys(jobs).map((id) => listRounds(id))))
      .flat()
      .flatMap((r) => r.readings.filter((x) => x.what === "offset-part"));
    expect(parts).toMatchObject([{ value: 41.5, method: "string", who: "Otto", spoke: 0 }]);
  });
  test("migrated again from where it is it stays as it is", async () => {
    const before = await database()("acts").count({ n: "*" }).first();
    await migrate(database());
    expect(await database()("acts").count({ n: "*" }).first()).toEqual(before);
  });
});
