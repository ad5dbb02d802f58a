import { describe, expect, test } from "vitest";
import { DELETE as erase, POST as putAwayRoute } from "@/app/api/jobs/[id]/put-away/route";
import { POST as sign } from "@/app/api/jobs/[id]/sheet/route";
import { POST as withdraw } from "@/app/api/jobs/[id]/sheet/withdraw/route";
import { POST as drop } from "@/app/api/rounds/[id]/drop/route";
import { settle } from "@/core/measurement/taken";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { addAct } from "@/store/acts";
import { saveBuild } from "@/store/builds";
import { database } from "@/store/database";
import { benchRows, countBench, findJob, jobsOfWheel } from "@/store/jobs";
import { addMeasurement, listMeasurements } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addPhoto } from "@/store/photos";
import { countPutAway, listPutAway, markPutAway } from "@/store/put-away";
import { addReadings, addTurn, openRound } from "@/store/rounds";
import { latestSheet } from "@/store/sheets";
import { readDiary } from "./diary";
import { jobFinish } from "./finish";
import { wheelHistory } from "./history";
import { jobRecord } from "./job-record";
import { findJobs, rowsOf } from "./job-rows";
import { readShopFigures } from "./shop-figures";

// What was done by mistake is taken back, and nothing is lost by it.

ownDatabase(".test-output/undo");

const uid = () => crypto.randomUUID();
const ask = (
  handler: (r: Request, p: { params: Promise<{ id: string }> }) => Promise<Response>,
  id: string,
  body: unknown,
  method = "POST",
) =>
  handler(new Request("http://127.0.0.1/", { method, body: JSON.stringify(body) }), {
    params: Promise.resolve({ id }),
  });
const recordOf = async (id: string) => {
  const record = await jobRecord(id);
  if (!record) throw new Error("the job is gone");
  return record;
};
const wheelJob = async (mark: string, customer = "") => {
  const job = await openJob({ id: uid(), kind: "true-only", mark, customer });
  await saveBuild({ jobId: job.id, wheel: trialWheel("steel"), assumed: [], version: 0 });
  return job;
};
const round = async (jobId: string, total: number) => {
  const id = uid();
  await openRound(jobId, { id });
  const wave = (s: number) => (total / 2) * Math.cos((Math.PI * (s - 1)) / 10);
  await addReadings(
    id,
    (["lateral", "radial"] as const).flatMap((what) =>
      [...Array(40).keys()].map((i) => ({
        id: uid(),
        what,
        spoke: i + 1,
        value: wave(i + 1),
        typed: "",
        doubtful: false,
      })),
    ),
  );
  return id;
};
const today = () => new Date().toISOString().slice(0, 10);
/** Everything that counts jobs. */
const counted = async (wheelId: string) => {
  const [bench, diary, figures, history, jobs] = await Promise.all([
    benchRows(),
    readDiary(FIRST_SETTINGS, today()),
    readShopFigures(today()),
    wheelHistory(wheelId),
    jobsOfWheel(wheelId),
  ]);
  return {
    bench: bench.length,
    diary: diary.jobs.length,
    takenIn: figures.months.reduce((n, m) => n + m.takenIn, 0),
    visits: history?.visits.length ?? 0,
    jobs: jobs.length,
  };
};

test("the bench is shown in parts, none of which misses or repeats a wheel, and counted whole", async () => {
  const before = await countBench();
  const ids = [uid(), uid(), uid()];
  for (const id of ids) await openJob({ id, kind: "rebuild" });
  const parts: string[] = [];
  for (let after = 0; after < before + 3; after += 2)
    parts.push(...(await benchRows(2, after)).filter((r) => r.finished_at === null).map((r) => r.id));
  expect(await countBench()).toBe(before + 3);
  expect(new Set(parts).size).toBe(before + 3);
  expect(parts).toHaveLength(before + 3);
  expect(parts).toEqual(expect.arrayContaining(ids));
  for (const id of ids) await database()("jobs").where({ id }).delete();
});

describe("a job made by mistake", () => {
  test("put away it stands in no list and no figure; brought back all is as it was", async () => {
    const { id, wheelId } = await wheelJob("UN-1", "Una Testwell");
    await round(id, 0.3);
    const before = await counted(wheelId);
    expect((await ask(putAwayRoute, id, { id: uid(), away: true })).status).toBe(200);
    const away = await counted(wheelId);
    expect(away).toEqual({
      bench: before.bench - 1,
      diary: before.diary - 1,
      takenIn: before.takenIn - 1,
      visits: 0,
      jobs: 0,
    });
    expect(await findJobs("UN-1")).toMatchObject([{ mark: "UN-1", putAway: true }]);
    expect(await listPutAway()).toMatchObject([{ id, mark: "UN-1", customer: "Una Testwell", readings: 80 }]);
    // Sent twice nothing more happens.
    const changes = (await findJob(id))?.changes;
    await ask(putAwayRoute, id, { id: uid(), away: true });
    expect((await findJob(id))?.changes).toBe(changes);
    await ask(putAwayRoute, id, { id: uid(), away: false });
    expect(await counted(wheelId)).toEqual(before);
    expect((await recordOf(id)).rounds[0].readings).toHaveLength(80);
  });
  test("it is erased only when it was put away first, with its photos; the wheel's other visit and its customer stay", async () => {
    const first = await wheelJob("UN-2", "Ulf Testwell");
    const second = await openJob({ id: uid(), kind: "check-only", wheelId: first.wheelId });
    await addPhoto({
      id: uid(),
      jobId: second.id,
      caption: "",
      width: 1,
      height: 1,
      large: Buffer.from("x"),
      small: Buffer.from("x"),
    });
    const refused = await ask(erase, second.id, {}, "DELETE");
    expect([refused.status, (await refused.json()).error.message]).toEqual([
      400,
      expect.stringMatching(/put it away first/),
    ]);
    await ask(putAwayRoute, second.id, { id: uid(), away: true });
    expect(await listPutAway()).toMatchObject([{ id: second.id, photos: 1 }]);
    // Page by page, and counted whole.
    expect(await markPutAway(first.id)).toBeNull();
    await ask(putAwayRoute, first.id, { id: uid(), away: true });
    const pages = [await listPutAway(1, 0), await listPutAway(1, 1), await listPutAway(1, 2)];
    expect(pages.map((page) => page.map((j) => j.id))).toEqual([[first.id], [second.id], []]);
    expect([await countPutAway(), await markPutAway(first.id)]).toEqual([2, "UN-2"]);
    await ask(putAwayRoute, first.id, { id: uid(), away: false });
    for (let twice = 0; twice < 2; twice++) expect((await ask(erase, second.id, {}, "DELETE")).status).toBe(200);
    expect(await findJob(second.id)).toBeNull();
    expect(await database()("photos").where({ job_id: second.id })).toEqual([]);
    expect(await findJob(first.id)).toMatchObject({ mark: "UN-2", customer: "Ulf Testwell" });
    // The last of them takes wheel and customer with it.
    await ask(putAwayRoute, first.id, { id: uid(), away: true });
    await ask(erase, first.id, {}, "DELETE");
    expect(await database()("wheels").where({ mark: "UN-2" })).toEqual([]);
    expect(await database()("customers").where({ name: "Ulf Testwell" })).toEqual([]);
  });
});

describe("what was done on a job", () => {
  test("a round left and nothing read in it never was; one with a reading or a turn stays", async () => {
    const { id } = await wheelJob("UN-3");
    const kept = await round(id, 0.6);
    const empty = uid();
    await openRound(id, { id: empty });
    for (const roundId of [empty, empty, kept]) expect((await ask(drop, roundId, {})).status).toBe(200);
    expect((await recordOf(id)).rounds.map((r) => r.number)).toEqual([1]);
    const turned = uid();
    await openRound(id, { id: turned });
    await addTurn(turned, { id: uid(), spoke: 3, turns: 0.25 });
    await ask(drop, turned, {});
    expect((await recordOf(id)).rounds.map((r) => r.number)).toEqual([1, 2]);
  });
  test("a round left out counts nowhere, its turns stay made; put back in it counts again", async () => {
    const { id } = await wheelJob("UN-4");
    await round(id, 0.3);
    const wrong = await round(id, 2.4);
    const standing = async () => jobFinish(await recordOf(id)).lines.find((l) => l.key === "true")?.text;
    expect(await standing()).toMatch(/^side to side 2.40/);
    const leave = (out: boolean) =>
      addAct(id, { id: uid(), act: { what: "round-left-out", round: wrong, out }, who: "" });
    await leave(true);
    expect(await standing()).toMatch(/^side to side 0.30/);
    expect((await recordOf(id)).allRounds).toHaveLength(2);
    await leave(false);
    expect(await standing()).toMatch(/^side to side 2.40/);
    await addTurn(wrong, { id: uid(), spoke: 5, turns: 0.5 });
    await leave(true);
    expect(await standing()).toMatch(/turned since/);
  });
  test("handed back by mistake it is on the bench again; what was signed is kept, signed anew it counts", async () => {
    const { id } = await wheelJob("UN-5");
    await round(id, 0.3);
    const { lines } = jobFinish(await recordOf(id));
    for (const line of lines)
      await addAct(id, {
        id: uid(),
        act: { what: "finish-answered", line: line.key, answer: "seen", because: "" },
        who: "",
      });
    expect((await ask(sign, id, { id: uid(), signedBy: "W. Bench" })).status).toBe(200);
    expect((await recordOf(id)).stages.every((s) => s.state === "done")).toBe(true);
    await ask(withdraw, id, {});
    const now = await recordOf(id);
    expect([now.signedBy, now.job.finishedAt, now.job.recheckOn]).toEqual([null, null, null]);
    expect(await database()("sheets").where({ job_id: id })).toHaveLength(1);
    expect((await benchRows()).some((r) => r.id === id && r.finished_at === null)).toBe(true);
    await ask(sign, id, { id: uid(), signedBy: "N. Hand" });
    expect((await latestSheet(id))?.signedBy).toBe("N. Hand");
    // One answer taken back, the line is open again.
    await addAct(id, {
      id: uid(),
      act: { what: "finish-answered", line: lines[0].key, answer: "open", because: "" },
      who: "",
    });
    expect(jobFinish(await recordOf(id)).answers[lines[0].key]).toBeUndefined();
  });
  test("what was begun by one tap is taken back; a figure left out is put back in", async () => {
    const { id } = await wheelJob("UN-6");
    const put = (name: string, typed: string, value: number | null, role: "new" | "again" | "out" = "new") => {
      const entry = uid();
      return addMeasurement({
        ...{ jobId: id, id: entry, name, typed, value, role },
        unit: "",
        method: "",
        who: "",
        place: 0,
      }).then(() => entry);
    };
    const stripped = await put("strip.started", "yes", null);
    await put("strip.started", stripped, null, "out");
    const width = await put("rim.width", "55", 55);
    await put("rim.width", width, null, "out");
    const now = async (name: string) => settle((await listMeasurements(id)).filter((m) => m.name === name));
    expect(await now("strip.started")).toBeNull();
    expect(await now("rim.width")).toBeNull();
    await put("rim.width", "55", 55, "again");
    expect((await now("rim.width"))?.value).toBe(55);
  });
});

test("a job whose record is broken stands among the others with why, and can be put away; search and list go on", async () => {
  const { id } = await wheelJob("UN-9");
  const broken = await wheelJob("UN-10");
  await database()("builds")
    .where({ job_id: broken.id })
    .update({ wheel: JSON.stringify({ rim: { holes: -1 } }) });
  await database()("jobs").whereIn("id", [id, broken.id]).update({ stale: true });
  const rows = await rowsOf(await benchRows());
  expect(rows.find((r) => r.id === id)?.unreadable).toBeUndefined();
  expect(rows.find((r) => r.id === broken.id)).toMatchObject({ mark: "UN-10", unreadable: expect.stringMatching(/./) });
  expect((await findJobs("UN-9")).map((f) => f.jobId)).toContain(id);
  expect((await ask(putAwayRoute, broken.id, { id: uid(), away: true })).status).toBe(200);
  expect((await rowsOf(await benchRows())).some((r) => r.id === broken.id)).toBe(false);
});
