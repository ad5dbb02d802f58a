import { readFileSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import mysql from "mysql2/promise";
import { expect, test } from "vitest";
import type { FinishLine } from "@/core/finish/finish";
import type { RoundReadings } from "@/core/rounds/round-readings";
import type { Sheet } from "@/core/sheet/sheet";
import type { ShopFigures } from "@/core/shop/shop-figures";
import type { Visit } from "@/core/shop/visit";
import { database } from "@/store/database";
import type { KeptStages } from "@/store/kept-lines";
import { migrate } from "@/store/migrate";
import { ownDatabase } from "@/store/own-database.test.rig";
import { readSettings } from "@/store/settings";
import { jobFinish } from "./finish";
import { wheelHistory } from "./history";
import { jobRecord } from "./job-record";
import { jobSheet } from "./sheet";
import { readShopFigures } from "./shop-figures";
import { sheetOfJob } from "./signed-sheet";

// The same old record as in store/migrations: every sheet, stage, figure and history of it is as that version had it.

const unzipped = (name: string): string => gunzipSync(readFileSync(`store/migrations/old/${name}`)).toString("utf8");
interface Said {
  readonly mark: string;
  readonly stages: KeptStages;
  readonly finish: { readonly lines: readonly FinishLine[] };
  readonly now: Sheet;
  readonly signed: { readonly sheet: Sheet; readonly changed: boolean };
  readonly read: readonly RoundReadings[];
}
const {
  figures,
  histories,
  ...jobs
}: { figures: ShopFigures; histories: { visits: Visit[]; wheelId: string }[] } & Record<string, Said> = JSON.parse(
  unzipped("before-rounds.expected.json.gz"),
);
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x));

ownDatabase(".test-output/old-record-read", async () => {
  const [tables] = await database().raw("show tables");
  const connection = await mysql.createConnection({ uri: process.env.DATABASE_URL, multipleStatements: true });
  const names = tables.map((row: object) => `drop table \`${Object.values(row)[0]}\`;`).join("");
  await connection.query(`set foreign_key_checks = 0; ${names} ${unzipped("before-rounds.sql.gz")}`);
  await connection.end();
  await migrate(database());
});

test("every stage, finish, sheet and reading of an old record is as it was", async () => {
  const settings = await readSettings();
  for (const [id, said] of Object.entries(jobs as Record<string, Said>)) {
    const record = await jobRecord(id);
    if (!record) throw new Error(`${said.mark} is gone`);
    const name = (what: string) => `${said.mark}: ${what}`;
    expect(plain(record.stages), name("stages")).toEqual(said.stages);
    expect(plain(jobFinish(record).lines), name("finish")).toEqual(said.finish.lines);
    // The second page now also tells what goes out: it was left out by its name alone.
    const figures = (sheet: Sheet) => sheet.figures.filter((f) => f.label !== "what goes out");
    const sheet = plain(jobSheet(record, "2026-11-26", settings, "/w"));
    expect({ ...sheet, figures: figures(sheet) }, name("sheet")).toEqual(said.now);
    const signed = plain(sheetOfJob(record, "2026-11-26", settings));
    expect(signed.sheet, name("as signed")).toEqual(said.signed.sheet);
    expect(signed.changed, name("changed")).toBe(said.signed.changed);
    expect(plain(record.rounds.map((r) => record.read.readings(r))), name("readings")).toEqual(said.read);
  }
});

test("the histories of its wheels and the shop's figures are as they were", async () => {
  for (const history of histories) expect(plain(await wheelHistory(history.wheelId))).toEqual(history);
  expect(plain(await readShopFigures("2026-11-26"))).toEqual(figures);
});
