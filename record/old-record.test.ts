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

/** Figures now say what they are sure to; what they are is the same. */
const withoutSureness = <T>(x: T): T => JSON.parse(JSON.stringify(x).replaceAll(/ ±\d+\.\d\d/g, ""));
const inTens = (words: string): string =>
  words.replaceAll(/\b\d{3,5}\b/g, (newton) => String(Math.round(Number(newton) / 10) * 10));
/**
 * A sheet as an earlier version had it: what was assumed stood in one list, how even a side is said nothing of those not
 * read, what was accepted was not printed, and what was read on new spokes went for a finding.
 */
const asBefore = ({ assumedOf: _, words: __, lines, tension, notes, figures, assumed, ...sheet }: Sheet) => ({
  ...sheet,
  // The unit stands with the figure now.
  figures: figures.map(({ label, value }) => ({
    label: label.replace(/, N$/, ""),
    value: value.replace(/ N$|°$/, ""),
  })),
  assumed: assumed.map((label) => label.replace(/, N$/, "")),
  notes: notes.filter((n) => !n.includes("and accepted")),
  // Tensions are said to the ten newtons they are known to.
  lines: lines.map(({ label, returned }) => ({ label, returned: inTens(returned) })),
  tension: tension && { ...tension, evenness: "" },
});
/** How a rebuilt wheel was found is told only by what was told or read before it was laced. */
const withoutFound = (history: { readonly visits: readonly Visit[] }) => ({
  ...history,
  visits: history.visits.map(({ found: _, foundTension: __, ...visit }) => visit),
});

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
    // A broken spoke is asked for at the lacing, where it is put in; it has no spokes to order of their own any more.
    const kept = (stages: KeptStages) =>
      stages.filter((s) => record.job.kind !== "broken-spoke" || s.stage === "book-in");
    expect(kept(plain(record.stages)), name("stages")).toEqual(kept(said.stages));
    expect(withoutSureness(jobFinish(record).lines), name("finish")).toEqual(said.finish.lines);
    // The second page now also tells what goes out: it was left out by its name alone.
    const figures = (sheet: Sheet) => sheet.figures.filter((f) => f.label !== "what goes out");
    const sheet = withoutSureness(jobSheet(record, "2026-11-26", settings, "/w"));
    expect(asBefore({ ...sheet, figures: figures(sheet) }), name("sheet")).toEqual(asBefore(said.now));
    // A rebuilt wheel has new spokes: they are no finding.
    if (record.job.kind === "rebuild")
      expect(sheet.lines.find((l) => l.label === "Spoke tension")?.found, name("found")).toBe("new spokes");
    const signed = plain(sheetOfJob(record, "2026-11-26", settings));
    // One that was signed is what was signed, word for word; another is what it would be now.
    const as = record.handedOver ? (s: Sheet) => s : (s: Sheet) => asBefore(withoutSureness(s));
    expect(as(signed.sheet), name("as signed")).toEqual(as(said.signed.sheet));
    expect(signed.changed, name("changed")).toBe(said.signed.changed);
    expect(plain(record.rounds.map((r) => record.read.readings(r))), name("readings")).toEqual(said.read);
  }
});

test("the histories of its wheels and the shop's figures are as they were", async () => {
  for (const history of histories) {
    const now = await wheelHistory(history.wheelId);
    if (!now) throw new Error("a wheel is gone");
    expect(withoutFound(withoutSureness(now))).toEqual(withoutFound(history));
  }
  expect(plain(await readShopFigures("2026-11-26"))).toEqual(figures);
});
