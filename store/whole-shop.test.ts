import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { zipSync } from "fflate";
import sharp from "sharp";
import { describe, expect, test } from "vitest";
import { unzipArchive, zipArchive } from "@/formats/job-archive";
import { keepPhoto } from "@/formats/photo";
import { startDatabase } from "@/run/database-server";
import { freePort } from "@/run/free-port";
import { type JobArchive, previewArchive, readArchive, takeArchive } from "./archive";
import { database, openDatabase } from "./database";
import { addMeasurement } from "./measurements";
import { openJob } from "./open-job";
import { ownDatabase } from "./own-database.test.rig";
import { addPhoto } from "./photos";
import { addReadings, addTurn, openRound } from "./rounds";
import { scratchFolder } from "./scratch.test.rig";
import { addSheet } from "./sheets";

const run = promisify(execFile);
const scratch = scratchFolder();
ownDatabase(".test-output/whole-shop");

/** A job with a bit of everything in it. */
const wholeJob = async (): Promise<string> => {
  const id = crypto.randomUUID();
  await openJob({ id, kind: "rebuild", customer: "Ärchive ✓ Test", machine: "Dunlin 300" });
  await addMeasurement({
    id: crypto.randomUUID(),
    jobId: id,
    name: "rim.holes",
    place: 0,
    role: "new",
    who: "",
    typed: "40",
    unit: "",
    value: 40,
    method: "",
  });
  const round = crypto.randomUUID();
  await openRound(id, { id: round, kind: "tension", plan: { part: 0.5, turns: [1, 2] } });
  await addReadings(round, [
    {
      id: crypto.randomUUID(),
      what: "note",
      spoke: 3,
      value: 812.25,
      typed: "812.2 Hz",
      doubtful: false,
      sure: 2.5,
    },
  ]);
  await addTurn(round, { id: crypto.randomUUID(), spoke: 3, turns: -0.0625 });
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#8a5210" } })
    .jpeg()
    .toBuffer();
  const encoded = await keepPhoto(picture);
  await addPhoto({ id: crypto.randomUUID(), jobId: id, caption: "before", ...encoded });
  // Signed: a day among much else that it says.
  const contents = { date: "2026-11-27", lines: [{ label: "Hop", found: "", returned: "0.20" }], notes: [] };
  await addSheet({ id: crypto.randomUUID(), jobId: id, contents, signedBy: "W. Bench" });
  return id;
};
const same = (a: JobArchive): string =>
  createHash("sha256")
    .update(JSON.stringify(a.tables, (k, v) => (k === "stages" ? undefined : v)))
    .update(
      Object.entries(a.files)
        .map(([name, bytes]) => name + createHash("sha256").update(bytes).digest("hex"))
        .sort()
        .join(),
    )
    .digest("hex");

describe("taking things out and in again", () => {
  test("export, wipe, import: every row and every byte of a picture is what it was; twice in changes nothing", async () => {
    const id = await wholeJob();
    const out = await readArchive(id);
    expect(out.tables.photos).toHaveLength(1);
    const zip = zipArchive(out);
    const before = same(out);
    await database()("jobs").where({ id }).delete();
    expect(await database()("readings").where({ round_id: String(out.tables.rounds[0].id) })).toHaveLength(0);
    const read = (await unzipArchive(zip)) as unknown as JobArchive;
    const preview = await previewArchive(read);
    expect(preview.customer).toBe("Ärchive ✓ Test");
    expect(preview.rows.readings).toBe(1);
    await takeArchive(read);
    expect(same(await readArchive(id))).toBe(before);
    await takeArchive(read);
    expect(same(await readArchive(id))).toBe(before);
  });

  test("what is no archive, or lacks a picture, is refused and leaves nothing behind", async () => {
    await expect(unzipArchive(new Uint8Array([1, 2, 3]))).rejects.toThrow(/cannot be unpacked; nothing was taken/);
    // Small as it comes, and too large for any machine once it is read: refused before it is unpacked.
    const bomb = zipSync({ "job.json": new Uint8Array(9 * 1024 * 1024).fill(91) });
    expect(bomb.length).toBeLessThan(20_000);
    await expect(unzipArchive(bomb)).rejects.toThrow(/too large: at most 500 files.*nothing was taken/);
    const many = Object.fromEntries([...Array(501).keys()].map((i) => [`${i}.jpg`, new Uint8Array(1)]));
    await expect(unzipArchive(zipSync(many))).rejects.toThrow(/too large/);
    await expect(previewArchive({ format: "x" } as unknown as JobArchive)).rejects.toThrow(
      /no job archive of Tall Compass/,
    );
    const id = await wholeJob();
    const out = await readArchive(id);
    await database()("jobs").where({ id }).delete();
    await expect(takeArchive({ ...out, files: {} })).rejects.toThrow(/picture .* is missing; nothing was taken/);
    expect(await database()("jobs").where({ id }).first()).toBeUndefined();
  });

  test("a backup taken while readings come in is one look: no turn without its round; restored, it is that look", async () => {
    const id = await wholeJob();
    const folder = join(scratch.at, "backup");
    mkdirSync(folder);
    const file = join(folder, "shop.sql.gz");
    let going = true;
    let written = 0;
    const writer = (async () => {
      while (going) {
        const round = crypto.randomUUID();
        await openRound(id, { id: round });
        await addReadings(round, [
          {
            id: crypto.randomUUID(),
            what: "lateral",
            spoke: 1,
            value: written,
            typed: "x",
            doubtful: false,
          },
        ]);
        await addTurn(round, { id: crypto.randomUUID(), spoke: 1, turns: 0.25 });
        written++;
      }
    })();
    await run("node_modules/.bin/tsx", ["run/whole-shop.ts", "backup", file], { env: process.env });
    going = false;
    await writer;
    expect(written).toBeGreaterThan(3);
    const other = await startDatabase(join(folder, "data"));
    try {
      await run("node_modules/.bin/tsx", ["run/whole-shop.ts", "restore", file, "--yes"], {
        env: { ...process.env, DATABASE_URL: other.url },
      });
      const db = openDatabase(other.url);
      const count = async (table: string) => Number((await db(table).count({ n: "*" }).first())?.n);
      expect(await db("turns").leftJoin("rounds", "rounds.id", "turns.round_id").whereNull("rounds.id")).toHaveLength(
        0,
      );
      expect(await count("photos")).toBeGreaterThan(0);
      const here = await database()("photos").orderBy("id").first();
      const there = await db("photos")
        .where({ id: here?.id ?? "" })
        .first();
      expect(Buffer.compare(here?.large ?? Buffer.alloc(0), there?.large ?? Buffer.alloc(1))).toBe(0);
      const rounds = await db("rounds").where({ job_id: id }).orderBy("number");
      expect(rounds.map((r) => r.number)).toEqual(rounds.map((_, i) => i + 1));
      await db.destroy();
      // A file cut short leaves the shop as it is.
      const cut = join(folder, "cut.sql.gz");
      const { writeFileSync } = await import("node:fs");
      writeFileSync(cut, readFileSync(file).subarray(0, 2000));
      await expect(
        run("node_modules/.bin/tsx", ["run/whole-shop.ts", "restore", cut, "--yes"], {
          env: { ...process.env, DATABASE_URL: other.url },
        }),
      ).rejects.toThrow();
    } finally {
      await other.stop();
    }
    expect(await freePort()).toBeGreaterThan(0);
  });
});
