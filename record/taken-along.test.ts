import { readFileSync } from "node:fs";
import sharp from "sharp";
import { expect, test } from "vitest";
import { POST as archiveIn } from "@/app/api/archive/route";
import { GET as archiveOut } from "@/app/api/jobs/[id]/archive/route";
import { POST as mount } from "@/app/api/jobs/[id]/practice/route";
import { POST as wheelFileIn, GET as wheelFileOut } from "@/app/api/jobs/[id]/wheel-file/route";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { loadDemoOnce } from "@/demo/load";
import { unzipArchive, zipArchive } from "@/formats/job-archive";
import { keepPhoto } from "@/formats/photo";
import { addAct } from "@/store/acts";
import { saveBuild } from "@/store/builds";
import { database } from "@/store/database";
import { listGaugeTables } from "@/store/gauge-tables";
import { openJob } from "@/store/open-job";
import { addGoods } from "@/store/orders";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addPhoto } from "@/store/photos";
import { savePlans } from "@/store/practice-plans";
import { addReadings, openRound } from "@/store/rounds";
import { jobRecord } from "./job-record";

// Every kind of job, with everything a job can have in it, out of the shop and into another one: it is the same job.

ownDatabase(".test-output/taken-along", loadDemoOnce);

const at = (id: string) => ({ params: Promise.resolve({ id }) });
const out = async (id: string) => {
  const response = await archiveOut(new Request("http://127.0.0.1/"), at(id));
  expect(response.status).toBe(200);
  return { bytes: new Uint8Array(await response.arrayBuffer()), name: response.headers.get("content-disposition") };
};
const take = async (bytes: Uint8Array) => {
  const response = await archiveIn(
    new Request("http://127.0.0.1/?take=yes", { method: "POST", body: Buffer.from(bytes) }),
  );
  return { status: response.status, told: await response.json() };
};
/** All of a job but what belongs to this one shop: its mark here, and what is kept ready of it. */
const wholeOf = async (bytes: Uint8Array) => {
  const { files, ...told } = await unzipArchive(bytes);
  const rows = JSON.parse(JSON.stringify(told), (k, v) => (k === "mark" || k === "stages" ? undefined : v));
  return { rows, files };
};
const count = async (table: string) => Number((await database()(table).count({ n: "*" }).first())?.n);

/** To the invented workshop, which has signed wheels and second visits: what none of its jobs has yet. */
const withEverything = async (): Promise<void> => {
  const { id } = await openJob({ id: crypto.randomUUID(), kind: "check-only", mark: "Räder/7 *", customer: "Ω. Тест" });
  const round = crypto.randomUUID();
  await openRound(id, { id: round, kind: "tension" });
  const [table] = await listGaugeTables();
  const middle = (table.points[0].reading + table.points[1].reading) / 2;
  await addReadings(round, [
    ...[1, 2].map((spoke) => ({
      ...{ id: crypto.randomUUID(), what: "gauge" as const, spoke, value: middle, typed: String(middle) },
      ...{ doubtful: false, tableId: table.id },
    })),
  ]);
  await addAct(id, { id: crypto.randomUUID(), act: { what: "nipple-found", spoke: 3, found: "stuck" }, who: "M" });
  const seen = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#8a5210" } })
    .jpeg()
    .toBuffer();
  await addPhoto({ id: crypto.randomUUID(), jobId: id, caption: "as it came – “so”", ...(await keepPhoto(seen)) });
  const ordered = await database()("orders").first("id", "contents");
  if (ordered)
    await addGoods(ordered.id, { id: crypto.randomUUID(), length: 168, what: "count", value: 20, typed: "20" });
  const learnt = await openJob({ id: crypto.randomUUID(), kind: "practice" });
  await saveBuild({ jobId: learnt.id, wheel: trialWheel("steel"), assumed: [], version: 0 });
  const put = new Request("http://127.0.0.1/", { method: "POST", body: JSON.stringify({ seed: 5, level: "several" }) });
  expect((await mount(put, at(learnt.id))).status).toBe(200);
  const practised = crypto.randomUUID();
  await openRound(learnt.id, { id: practised });
  const some = new Array<number>(40).fill(0.25);
  const plan = { turns: some, lateral: some, radial: some, tension: some };
  await savePlans(learnt.id, {
    round: practised,
    who: "M",
    hints: 1,
    chosen: "own",
    plans: { own: plan, advice: plan, hand: plan },
  });
};

test("out, into an empty shop, into the full one again: row for row and byte for byte what it was, and it reads the same", async () => {
  await withEverything();
  const jobs = await database()("jobs").select("id", "kind");
  expect(new Set(jobs.map((j) => j.kind))).toEqual(
    new Set(["rebuild", "broken-spoke", "true-only", "check-only", "practice"]),
  );
  const taken = new Map<string, { bytes: Uint8Array; record: unknown }>();
  const seen = new Map<string, number>();
  for (const { id } of jobs) {
    const { bytes } = await out(id);
    taken.set(id, { bytes, record: JSON.parse(JSON.stringify(await jobRecord(id))) });
    const { rows } = await wholeOf(bytes);
    for (const [name, list] of Object.entries(rows.tables as Record<string, unknown[]>))
      seen.set(name, (seen.get(name) ?? 0) + list.length);
  }
  // Nothing a job can have was left out of the trial.
  for (const [name, rows] of seen) expect([name, rows > 0]).toEqual([name, true]);

  for (const table of ["jobs", "wheels", "customers", "gauge_tables"]) await database()(table).delete();
  for (const table of ["readings", "photos", "sheets", "practice_wheels"]) expect(await count(table)).toBe(0);
  for (let turn = 0; turn < 2; turn++)
    for (const [id, { bytes, record }] of taken) {
      const { status, told } = await take(bytes);
      expect([status, told.error, told.taken]).toEqual([200, undefined, true]);
      const again = await wholeOf((await out(id)).bytes);
      const before = await wholeOf(bytes);
      expect(again.rows).toEqual(before.rows);
      expect(Object.keys(again.files)).toEqual(Object.keys(before.files));
      for (const [name, file] of Object.entries(before.files))
        expect(Buffer.compare(Buffer.from(file), Buffer.from(again.files[name])), name).toBe(0);
      const { changes: _, ...now } = (await jobRecord(id)) as never as Record<string, unknown>;
      const unchanging = (r: unknown) =>
        JSON.parse(JSON.stringify(r), (k, v) => (["changes", "mark", "visit", "tables"].includes(k) ? undefined : v));
      expect(unchanging(now)).toEqual(unchanging(record));
    }
}, 120_000);

test("what a gauge said is a tension still", async () => {
  const job = await database()("jobs").where({ kind: "check-only" }).first("id");
  const record = await jobRecord(String(job?.id));
  const used = record?.rounds.flatMap((r) => r.readings.map((x) => x.tableId)).find(Boolean);
  expect((await listGaugeTables()).map((t) => t.id)).toContain(used);
});

test("an archive is called after its wheel, in letters every system takes and as it is called", async () => {
  const job = await database()("jobs").where({ kind: "check-only" }).first("id");
  expect((await out(String(job?.id))).name).toBe(
    `attachment; filename="job Rader_7 _.zip"; filename*=UTF-8''job%20R%C3%A4der_7%20_.zip`,
  );
});

test("what is wrong in a file is a fault of the file, at its place, and nothing of it is taken", async () => {
  const job = await database()("jobs").where({ kind: "practice" }).first("id");
  const { files, ...told } = await unzipArchive((await out(String(job?.id))).bytes);
  const before = await count("practice_wheels");
  const spoilt = async (change: (tables: Record<string, Record<string, unknown>[]>) => void) => {
    const copy = JSON.parse(JSON.stringify(told));
    change(copy.tables);
    const { status, told: answer } = await take(zipArchive({ ...copy, files }));
    return `${status} ${answer.error?.path}`;
  };
  expect(
    await spoilt((t) => {
      t.practice_wheels[0].hidden = { seed: 1 };
    }),
  ).toBe("400 archive.practice_wheels[0].hidden.lateralScale");
  expect(
    await spoilt((t) => {
      t.practice_plans[0].job_id = "x";
    }),
  ).toBe("400 archive.practice_plans[0].job_id");
  expect(
    await spoilt((t) => {
      t.jobs[0].created_at = { date: "yesterday" };
    }),
  ).toBe("400 archive.jobs[0].created_at.date");
  expect(
    await spoilt((t) => {
      t.gauge_tables.push({ id: crypto.randomUUID() });
    }),
  ).toBe("400 archive.gauge_tables[0].gauge");
  expect(await count("practice_wheels")).toBe(before);
});

test("the archive that stands as an example of one is taken in, and read", async () => {
  const example = JSON.parse(readFileSync("examples/small-job.json", "utf8"));
  const { status, told } = await take(zipArchive({ ...example, files: {} }));
  expect([status, told.error, told.taken, told.mark]).toEqual([200, undefined, true, "EX-1"]);
  const record = await jobRecord(example.tables.jobs[0].id);
  expect(record?.rounds[0].readings.map((r) => [r.what, r.spoke, r.value])).toEqual([["lateral", 1, 0.2]]);
  expect(record?.settled?.wheel.rim.holes).toBe(40);
});

test("a wheel file keeps what was assumed, there and back; a name nothing here knows is told", async () => {
  const record = (await Promise.all((await database()("jobs").select("id")).map(({ id }) => jobRecord(id)))).find(
    (r) => r?.build.wheel && r.build.assumed.length > 2 && !r.settled,
  );
  const id = String(record?.job.id);
  const file = await (await wheelFileOut(new Request("http://127.0.0.1/"), at(id))).json();
  expect(file.assumed).toEqual(record?.build.assumed);
  const other = await openJob({ id: crypto.randomUUID(), kind: "rebuild" });
  const sent = new Request("http://127.0.0.1/", { method: "POST", body: JSON.stringify(file) });
  expect((await wheelFileIn(sent, at(other.id))).status).toBe(200);
  expect(await (await wheelFileOut(new Request("http://127.0.0.1/"), at(other.id))).json()).toEqual(file);
  expect((await jobRecord(other.id))?.settled?.assumed).toEqual(file.assumed);
});
