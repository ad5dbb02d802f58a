import { once } from "node:events";
import { describe, expect, test } from "vitest";
import { roundReadings } from "@/core/rounds/round-readings";
import { turnsMade } from "@/core/rounds/turn";
import { startDatabase } from "@/run/database-server";
import { freePort } from "@/run/free-port";
import { saveBuild } from "@/store/builds";
import { database, openDatabase } from "@/store/database";
import { changeJob } from "@/store/jobs";
import { addMeasurement } from "@/store/measurements";
import { migrate } from "@/store/migrate";
import * as firstHouse from "@/store/migrations/first-house";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addPhoto, findPicture, listPhotos } from "@/store/photos";
import { addReadings, addTurn, listRounds, openRound } from "@/store/rounds";
import { StaleCopy } from "@/store/stale-copy";
import { jobRecord } from "./job-record";

ownDatabase(".test-output/record");

const newJob = () => openJob({ id: crypto.randomUUID(), kind: "rebuild", customer: "Test" });

describe("the record", () => {
  test("readings only ever grow, the newest counts, a repeat changes nothing", async () => {
    const job = await newJob();
    const round = crypto.randomUUID();
    await Promise.all([openRound(job.id, { id: round }), openRound(job.id, { id: crypto.randomUUID() })]);
    const first = {
      id: crypto.randomUUID(),
      what: "lateral" as const,
      spoke: 3,
      value: 0.4,
      typed: "40",
      doubtful: false,
    };
    await addReadings(round, [first]);
    await addReadings(round, [{ ...first, id: crypto.randomUUID(), value: -0.1, typed: "10" }]);
    await addReadings(round, [{ ...first, value: 99 }]);
    await addTurn(round, { id: crypto.randomUUID(), spoke: 5, turns: 0.25 });
    await addTurn(round, { id: crypto.randomUUID(), spoke: 5, turns: -0.0625 });
    const rounds = await listRounds(job.id);
    expect(rounds.map((r) => r.number).sort()).toEqual([1, 2]);
    const stored = rounds.find((r) => r.id === round);
    if (!stored) throw new Error("round lost");
    expect(stored.readings.map((r) => r.value)).toEqual([0.4, -0.1]);
    expect(roundReadings(stored, 36).lateral[2]).toBe(-0.1);
    expect(turnsMade(stored, 36)[4]).toBe(0.1875);
    await expect(addReadings(crypto.randomUUID(), [{ ...first, id: crypto.randomUUID() }])).rejects.toThrow(
      /foreign key/i,
    );
  });
  test("a line somebody changed meanwhile is refused with both; another line is taken, and told twice it stands once", async () => {
    const job = await newJob();
    await changeJob(job.id, { seen: job, change: { machine: "One" } });
    const other = await changeJob(job.id, { seen: job, change: { wanted: "true it" } });
    expect(other).toMatchObject({ machine: "One", wanted: "true it" });
    expect(await changeJob(job.id, { seen: job, change: { machine: "One" } })).toEqual(other);
    const late = await changeJob(job.id, { seen: job, change: { machine: "Two" } }).catch((e: unknown) => e);
    expect(late).toBeInstanceOf(StaleCopy);
    expect([(late as StaleCopy).stored, (late as StaleCopy).given]).toMatchObject([
      { machine: "One" },
      { machine: "Two" },
    ]);
    const record = await jobRecord(job.id);
    if (!record) throw new Error("job lost");
    const build = { jobId: job.id, wheel: record.build.input, assumed: [], version: 0 };
    expect((await saveBuild(build)).version).toBe(1);
    expect((await saveBuild({ ...build, version: 1 })).version).toBe(2);
    await expect(saveBuild({ ...build, wheel: { ...build.wheel, offset: 3 }, version: 1 })).rejects.toBeInstanceOf(
      StaleCopy,
    );
  });
  test("a figure taken on two tablets at once: both are kept, each is told, one who has seen both settles it", async () => {
    const job = await newJob();
    const put = (typed: string, seen: string | null, id = crypto.randomUUID()) =>
      addMeasurement({
        id,
        jobId: job.id,
        name: "rim.height",
        place: 0,
        role: "new",
        typed,
        unit: "mm",
        value: Number(typed),
        method: "vernier",
        who: "T",
        seen,
      });
    const [a, b] = [crypto.randomUUID(), crypto.randomUUID()];
    const besides = (await Promise.all([put("31", null, a), put("29", null, b)])).map((x) => x.beside);
    // Whichever came second was told of the first; nobody was refused.
    expect(besides.filter((e) => e !== null)).toHaveLength(1);
    const clash = (await jobRecord(job.id))?.taken["rim.height"]?.clash;
    expect(new Set([clash?.there.typed, clash?.here.typed])).toEqual(new Set(["31", "29"]));
    expect((await jobRecord(job.id))?.build.doubts[0].code).toBe("taken-twice");
    expect((await put("31", clash?.here.id ?? null)).beside).toBeNull();
    const settled = (await jobRecord(job.id))?.taken["rim.height"];
    expect(settled).toMatchObject({ value: 31, clash: null });
    // The same value unseen is no quarrel, and a repeated request changes nothing.
    expect((await put("31", a)).beside).toBeNull();
    await put("99", null, b);
    expect((await jobRecord(job.id))?.measurements.map((m) => m.typed)).toHaveLength(4);
  });
  test("photos are kept byte for byte with their job and go with it", async () => {
    const job = await newJob();
    const large = Buffer.from([...Array(70_000).keys()].map((i) => i % 251));
    const photo = { id: crypto.randomUUID(), jobId: job.id, caption: "left", width: 3, height: 2 };
    await addPhoto({ ...photo, large, small: Buffer.from([1, 2]) });
    await addPhoto({ ...photo, caption: "again", large: Buffer.alloc(1), small: Buffer.alloc(1) });
    expect(await listPhotos(job.id)).toEqual([photo]);
    expect((await findPicture(photo.id, "large"))?.equals(large)).toBe(true);
    await database()("jobs").where({ id: job.id }).delete();
    expect(await findPicture(photo.id, "small")).toBeNull();
  });
  test("a figure changed after the lengths were taken is told", async () => {
    const job = await newJob();
    const take = (name: string, value: number) =>
      addMeasurement({
        id: crypto.randomUUID(),
        jobId: job.id,
        name,
        place: 0,
        role: "new",
        who: "",
        typed: String(value),
        unit: "mm",
        value,
        method: "",
      });
    await take("rim.outsideDiameter", 500);
    const record = await jobRecord(job.id);
    if (!record) throw new Error("job lost");
    await saveBuild({ jobId: job.id, wheel: record.build.input, assumed: record.build.assumed, version: 0 });
    expect((await jobRecord(job.id))?.stages.find((s) => s.stage === "spokes")?.state).not.toBe("changed");
    await take("rim.outsideDiameter", 502);
    const later = await jobRecord(job.id);
    expect(later?.stages.find((s) => s.stage === "spokes")?.state).toBe("changed");
    expect(later?.measurements.filter((m) => m.name === "rim.outsideDiameter").map((m) => m.value)).toEqual([500, 502]);
  });
});

test("every confirmed reading is there after the database is killed in the middle of a round", async () => {
  const folder = `.test-output/killed-${await freePort()}`;
  const server = await startDatabase(folder);
  const knex = openDatabase(server.url);
  await migrate(knex);
  await knex("customers").insert({ id: "c", name: "Kill" });
  await knex("wheels").insert({ id: "w", customer_id: "c", mark: "K" });
  await knex("jobs").insert({ id: "j", wheel_id: "w", kind: "rebuild" });
  await knex("rounds").insert({ id: "r", job_id: "j", number: 1 });
  let confirmed = 0;
  const writing = (async () => {
    for (let i = 0; ; i++) {
      await knex("readings").insert({
        id: `x${i}`,
        round_id: "r",
        what: "lateral",
        spoke: i % 40,
        value: i / 100,
        typed: String(i),
      });
      confirmed = i + 1;
    }
  })().catch(() => undefined);
  while (confirmed < 60) await new Promise((r) => setTimeout(r, 10));
  const killed = once(server.process, "exit");
  server.process.kill("SIGKILL");
  // Until then it holds the folder still.
  await Promise.all([writing, killed]);
  await knex.destroy();
  const again = await startDatabase(folder);
  const after = openDatabase(again.url);
  const rows = await after("readings").orderBy("order").select("id");
  await after.destroy();
  await again.stop();
  expect(rows.length).toBeGreaterThanOrEqual(confirmed);
  expect(rows.slice(0, confirmed).map((r) => r.id)).toEqual([...Array(confirmed).keys()].map((i) => `x${i}`));
});

test("a record of the first house takes the later migrations and keeps its rows", async () => {
  const server = await startDatabase(`.test-output/older-${await freePort()}`);
  const knex = openDatabase(server.url);
  await knex.migrate.latest({
    migrationSource: {
      getMigrations: async () => ["001-first-house"],
      getMigrationName: (name: string) => name,
      getMigration: async () => firstHouse,
    },
  });
  await knex("customers").insert({ id: "c", name: "Old" });
  await knex("wheels").insert({ id: "w", customer_id: "c", mark: "K" });
  await knex("jobs").insert({ id: "j", wheel_id: "w", kind: "rebuild" });
  await knex("measurements").insert({ id: "m", job_id: "j", name: "rim.height", typed: "31", unit: "mm", value: 31 });
  await migrate(knex);
  await migrate(knex);
  const kept = await knex("measurements").first();
  expect(kept).toMatchObject({ id: "m", value: 31, place: 0, role: "new", who: "", beside: null });
  await knex("stock").insert({ id: "s", kind: "washer", name: "brass", size: 0.5 });
  expect(await knex("photos").count({ n: "*" })).toEqual([{ n: 0 }]);
  await knex.destroy();
  await server.stop();
});
