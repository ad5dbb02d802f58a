import { describe, expect, test } from "vitest";
import { GET as getWheelFile, POST as postWheelFile } from "@/app/api/jobs/[id]/wheel-file/route";
import { POST as postReading } from "@/app/api/rounds/[id]/readings/route";
import { POST as postTurn } from "@/app/api/rounds/[id]/turns/route";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { spokeKinds } from "@/core/spoke/kinds";
import { axialStiffness } from "@/core/spoke/wire";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { addAct } from "@/store/acts";
import { saveBuild } from "@/store/builds";
import { changesOf } from "@/store/changes";
import { database } from "@/store/database";
import { benchRows, findJob, finishJob } from "@/store/jobs";
import { keepLines } from "@/store/kept-lines";
import { addMeasurement } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, markDestressed, openRound } from "@/store/rounds";
import { adviseRound } from "./advice";
import { minutesOf } from "./bench-minutes";
import { jobFinish } from "./finish";
import { wheelHistory } from "./history";
import { jobRecord } from "./job-record";
import { findJobs, refreshJob, rowsOf } from "./job-rows";
import { orderNow } from "./order";
import { jobSheet } from "./sheet";
import { stageData } from "./stages/stage-data";

// One rule in one place: what every screen, the sheet, the stages, the history and the diary say of the same thing.

ownDatabase(".test-output/one-rule");

const id = () => crypto.randomUUID();
const wheelJob = async (mark: string) => {
  const job = await openJob({ id: id(), kind: "true-only", mark });
  await saveBuild({ jobId: job.id, wheel: trialWheel("steel"), assumed: [], version: 0 });
  return job;
};
const whole = async (jobId: string) => {
  const record = await jobRecord(jobId);
  if (!record) throw new Error("the job is gone");
  return record;
};
type Kind = "lateral" | "radial" | "tension" | "offset";
const readings = (kinds: readonly Kind[], value: (spoke: number, what: Kind) => number, to = 40) =>
  kinds.flatMap((what) =>
    (what === "offset" ? [0] : [...Array(to).keys()].map((i) => i + 1)).map((spoke) => ({
      ...{ id: id(), what, spoke, value: value(spoke, what), typed: "", doubtful: false },
    })),
  );
/** Runs out by a tenth both ways. */
const TENTH = (spoke: number) => 0.05 * Math.cos((Math.PI * spoke) / 10);
const round = async (jobId: string, kinds: readonly Kind[], value: (spoke: number, what: Kind) => number, to = 40) => {
  const roundId = id();
  await openRound(jobId, { id: roundId });
  await addReadings(roundId, readings(kinds, value, to));
  return roundId;
};
/** Everything that says how true the wheel is. */
const said = async (jobId: string) => {
  const record = await whole(jobId);
  const sheet = jobSheet(record, "2026-11-26", FIRST_SETTINGS, "/w");
  const history = await wheelHistory(record.job.wheelId);
  return {
    stage: record.stages.find((s) => s.stage === "true")?.state,
    finish: jobFinish(record).lines.find((l) => l.key === "true"),
    sheet: sheet.lines.slice(0, 3).map((l) => l.returned),
    trace: sheet.trace?.lateral.filter((v) => v !== null).length ?? 0,
    left: history?.visits.at(-1)?.left.tir,
  };
};

describe("the last round that counts", () => {
  test("a following round in which only tensions were read, or nothing yet, takes nothing back", async () => {
    const job = await wheelJob("OR-1");
    await round(job.id, ["lateral", "radial", "offset"], (s, what) => (what === "offset" ? 0.1 : TENTH(s)));
    const before = await said(job.id);
    expect(before).toMatchObject({
      stage: "done",
      sheet: ["0.10 ±0.06 mm", "0.10 ±0.06 mm", "0.10 mm to brake side from wanted"],
    });
    expect(before).toMatchObject({ trace: 40, left: "0.10 ±0.06, 0.10 ±0.06", finish: { state: "shown" } });
    await round(job.id, ["tension"], () => 2000);
    expect(await said(job.id)).toEqual(before);
    await openRound(job.id, { id: id() });
    expect(await said(job.id)).toEqual(before);
    // An offset read since counts with it, and so does one that stands against it.
    await round(job.id, ["offset"], () => -0.9);
    const later = await said(job.id);
    expect([later.stage, later.finish?.state, later.sheet[2]]).toEqual([
      "next",
      "against",
      "0.90 mm to other side from wanted",
    ]);
    expect(later.sheet.slice(0, 2)).toEqual(before.sheet.slice(0, 2));
  });
});

describe("inside the tolerance", () => {
  test("with hop never read nothing counts as done, and both say what was not read", async () => {
    const job = await wheelJob("OR-2");
    await round(job.id, ["lateral"], TENTH);
    const now = await said(job.id);
    expect([now.stage, now.finish?.state]).toEqual(["next", "ask"]);
    expect(now.finish?.text).toMatch(/hop not read all round/);
  });
  test("half a wheel read is no wheel read; half a wheel out of true is out of true", async () => {
    const half = await wheelJob("OR-3");
    const roundId = await round(half.id, ["lateral", "radial"], TENTH, 17);
    const now = await said(half.id);
    expect([now.stage, now.finish?.state]).toEqual(["next", "ask"]);
    expect(now.finish?.text).toMatch(/side to side and hop not read all round/);
    // The advice does not call it done, and no total goes out without its few places.
    expect((await adviseRound(half.id, roundId)).verdict).not.toBe("done");
    expect(now.sheet.slice(0, 2)).toEqual(["0.10 ±0.06 mm at 17 places", "0.10 ±0.06 mm at 17 places"]);
    expect(now.left).toBe("0.10 ±0.06 at 17 places, 0.10 ±0.06 at 17 places");
    await round(half.id, ["lateral", "radial"], (s) => 12 * TENTH(s), 20);
    expect((await said(half.id)).finish?.state).toBe("against");
  });
});

test("bench minutes go to the stage a figure is taken in, whatever its name begins with", async () => {
  const job = await wheelJob("OR-4");
  const figures = ["rim.firstHole", "lacing.firstLean", "true.tyre", "load.mass", "break.where", "finish.sentOut"];
  for (const name of figures)
    await addMeasurement({
      ...{ id: id(), jobId: job.id, name, place: 0, role: "new", typed: "x", unit: "choice" },
      ...{ value: null, method: "", who: "" },
    });
  await addAct(job.id, {
    id: id(),
    who: "",
    act: { what: "finish-answered", line: "sides", answer: "seen", because: "" },
  });
  await addAct(job.id, { id: id(), who: "", act: { what: "nipple-found", spoke: 3, found: "stuck" } });
  const record = await whole(job.id);
  // Two marks a stage, so many minutes apart: what each stage gets is told apart.
  const at = (minutes: number) => new Date(1_800_000_000_000 + minutes * 60_000).toISOString();
  const twice = <T extends { readonly at: string }>(list: readonly T[]) =>
    list.flatMap((x, i) => [
      { ...x, at: at(0) },
      { ...x, at: at(i + 1) },
    ]);
  const minutes = minutesOf({ measurements: twice(record.measurements), acts: twice(record.acts), rounds: [] });
  expect(minutes).toEqual({ "book-in": 6, true: 3, tension: 4, lace: 5, "hand-back": 1 });
});

test("a reading or a turn at a spoke the wheel has not is refused, by how many it has and as data; nothing is stored", async () => {
  const job = await wheelJob("OR-41");
  const roundId = await round(job.id, ["lateral"], TENTH, 3);
  const post = (what: typeof postReading | typeof postTurn, body: object) =>
    what(new Request("http://here", { method: "POST", body: JSON.stringify({ id: id(), ...body }) }), {
      params: Promise.resolve({ id: roundId }),
    });
  const before = (await whole(job.id)).rounds;
  for (const answer of [
    await post(postReading, { what: "lateral", spoke: 41, value: 0.1, typed: "10" }),
    await post(postTurn, { spoke: 41, turns: 0.25 }),
  ]) {
    expect(answer.status).toBe(400);
    expect((await answer.json()).error).toEqual({
      path: "spoke",
      message: "41 is no spoke of this wheel; 1 to 40",
      refusal: { code: "out-of-range", given: 41, from: 1, to: 40 },
    });
  }
  expect((await whole(job.id)).rounds).toEqual(before);
  expect((await post(postReading, { what: "lateral", spoke: 40, value: 0.1, typed: "10" })).status).toBe(200);
});

describe("what is kept ready of a job", () => {
  test("changed while its line was worked out it is still stale, and worked out anew", async () => {
    const job = await wheelJob("OR-5");
    const read = await findJob(job.id);
    // Somebody reads the wheel while the line is being worked out from what was there before.
    await round(job.id, ["lateral", "radial"], TENTH);
    await keepLines([
      { jobId: job.id, changes: read?.changes ?? 0, stages: [{ stage: "true", state: "next" }], words: ["or5"] },
    ]);
    const [row] = await rowsOf((await benchRows()).filter((r) => r.id === job.id));
    expect(row.stages.find((s) => s.stage === "true")?.state).toBe("done");
    const kept = await database()("jobs").where({ id: job.id }).first("stale");
    expect(Boolean(kept?.stale)).toBe(false);
  });
  test("a job past the first hundred is found by what was put down a moment ago", async () => {
    const old = await openJob({ id: id(), kind: "rebuild", mark: "OR-6" });
    await refreshJob(old.id);
    await finishJob(old.id);
    for (let i = 0; i < 3; i++) await openJob({ id: id(), kind: "rebuild", mark: `OR-6-${i}` });
    await addMeasurement({
      ...{ id: id(), jobId: old.id, name: "condition", place: 0, role: "new", typed: "zinnoberrot lackiert" },
      ...{ unit: "text", value: null, method: "", who: "" },
    });
    expect((await findJobs("zinnober")).map((f) => f.mark)).toEqual(["OR-6"]);
  });
  test("sent again nothing changes, so nobody looks again", async () => {
    const job = await wheelJob("OR-7");
    const roundId = await round(job.id, ["lateral"], TENTH);
    const turn = { id: id(), spoke: 3, turns: 0.25 };
    expect((await addTurn(roundId, turn)).fresh).toBe(true);
    expect((await markDestressed(roundId)).fresh).toBe(true);
    const changes = await changesOf(job.id);
    expect((await addTurn(roundId, turn)).fresh).toBe(false);
    expect((await markDestressed(roundId)).fresh).toBe(false);
    await openRound(job.id, { id: roundId });
    expect(await changesOf(job.id)).toBe(changes);
  });
});

test("advice reaches its readings without photos, orders and sheets", async () => {
  const job = await wheelJob("OR-8");
  const roundId = await round(job.id, ["lateral", "radial", "tension"], (s, what) =>
    what === "tension" ? 1800 : 6 * TENTH(s),
  );
  const asked: string[] = [];
  const listen = ({ sql }: { sql: string }) => asked.push(sql);
  database().on("query", listen);
  await adviseRound(job.id, roundId);
  database().off("query", listen);
  expect(asked.filter((sql) => /photos|orders|goods|sheets/.test(sql))).toEqual([]);
  expect(asked.filter((sql) => /^select/.test(sql)).length).toBeLessThanOrEqual(11);
});

test("what is told of the spokes once the lengths are settled stands on every place, and in the file, of the same wheel", async () => {
  const { id: jobId } = await openJob({ id: id(), kind: "rebuild", mark: "OR-9" });
  const tell = (name: string, typed: string, value: number | null, unit: string) =>
    addMeasurement({
      ...{ id: id(), jobId, name, place: 0, role: "new", typed },
      ...{ unit, value, method: "", who: "" },
    });
  await tell("spoke.diameter", "3.5", 3.5, "mm");
  const { build } = await whole(jobId);
  await saveBuild({ jobId, wheel: build.input, assumed: build.assumed, version: 0 });
  const stands = async () => (await whole(jobId)).stages.find((s) => s.stage === "spokes")?.state;
  expect(await stands()).toBe("done");
  await tell("spoke.butting", "double", null, "word");
  await tell("spoke.inNipple", "18", 18, "mm");
  expect(await stands()).toBe("done");
  // Soft wire is not brought up as far where nobody told how far: then the lengths are asked again.
  await tell("spoke.material", "aluminium", null, "word");
  expect(await stands()).toBe("changed");
  const over = async (stage: "spokes" | "tension" | "true") =>
    JSON.parse(JSON.stringify(await stageData(stage, jobId)));
  const [spokes, tension, truing] = [await over("spokes"), await over("tension"), await over("true")];
  const file = await (await getWheelFile(new Request("http://own"), { params: Promise.resolve({ id: jobId }) })).json();
  const wire = { modulus: 70_000, density: 2700, strength: 500, inNipple: 18, body: { diameter: 3.08, part: 0.75 } };
  for (const { spoke } of [spokes.wheel, tension.wheel, truing.wheel, readWheel(file)])
    expect(spoke).toMatchObject(wire);
  expect(spokes.plan.stiffness).toBeCloseTo(
    Math.min(...spokeKinds(truing.wheel).kinds.map((k) => axialStiffness(truing.wheel.spoke, k.length))),
    9,
  );
  expect(tension.presets).toMatchObject({ "spoke.bodyDiameter": 3.08, "spoke.inNipple": 18 });
  // What a middle measures is surer than what it is called.
  await tell("spoke.bodyDiameter", "3", 3, "mm");
  expect((await over("spokes")).wheel.spoke.body).toEqual({ diameter: 3, part: 0.75 });
});

test("a wheel file taken is the wheel on every place, whatever was measured before; what is measured after counts before it", async () => {
  const { id: jobId } = await openJob({ id: id(), kind: "rebuild", mark: "OR-10" });
  const at = { params: Promise.resolve({ id: jobId }) };
  const tell = (name: string, typed: string, value: number | null = null, place = 0) =>
    addMeasurement({
      ...{ id: id(), jobId, name, place, role: "new", typed, value, method: "", who: "" },
      unit: value === null ? "choice" : "mm",
    });
  await tell("rim.holes", "36", 36);
  await tell("rim.rod", "200", 200);
  await tell("rim.rodGap", "41", 41);
  await tell("hub.clocking", "in-line");
  await tell("spoke.material", "aluminium");
  for (const place of [1, 2, 3]) await tell("hub.A.thickness", "6", 5 + place / 2, place);
  const file = {
    ...trialWheel("steel"),
    name: "from the drawing",
    spoke: { diameter: 3.66, threadPitch: 0.635, share: 0.5 },
  };
  const sent = () => new Request("http://own", { method: "POST", body: JSON.stringify(file) });
  expect((await postWheelFile(sent(), at)).status).toBe(200);
  const places = ["spokes", "lace", "tension", "true"] as const;
  const over = async () =>
    Promise.all(
      places.map(async (stage) => ((await stageData(stage, jobId)) as { wheel: Wheel | null } | null)?.wheel),
    );
  for (const wheel of await over()) expect({ ...wheel, name: "" }).toEqual({ ...readWheel(file), name: "" });
  const record = await whole(jobId);
  expect(record.build.erd.total).toBe(file.rim.erd);
  expect(record.stages.find((s) => s.stage === "spokes")?.state).not.toBe("changed");
  // An order is of that wheel, not of what stands in where nobody measured.
  const lengths = spokeKinds(readWheel(file)).kinds.map((k) => k.lengthAtTension);
  expect(
    orderNow(record)
      .lines.flatMap((l) => l.serves.map((s) => s.wanted))
      .sort(),
  ).toEqual([...lengths].sort());
  // Taken once more there is nothing to put down, nor to leave out: what the order says of the wire is the file's wire.
  await tell("spoke.material", "galvanised");
  const figures = record.measurements.length + 1;
  expect((await postWheelFile(sent(), at)).status).toBe(200);
  expect((await whole(jobId)).measurements).toHaveLength(figures);
  expect((await whole(jobId)).taken["spoke.material"]?.typed).toBe("galvanised");
  await tell("hub.A.holeCircle", "151.2", 151.2);
  const [spokes] = await over();
  expect(spokes?.hub.A.holeCircle).toBe(151.2);
  expect(spokes?.spoke.share).toBe(0.5);
  expect(spokes?.rim.erd).toBe(file.rim.erd);
  expect((await whole(jobId)).stages.find((s) => s.stage === "spokes")?.state).toBe("changed");
});

test("a figure measured after the lengths were settled is no more told as assumed, on the sheet, at the stand or in the file", async () => {
  const { id: jobId } = await openJob({ id: id(), kind: "rebuild", mark: "OR-11" });
  const { build } = await whole(jobId);
  await saveBuild({ jobId, wheel: build.input, assumed: build.assumed, version: 0 });
  const all = async () => {
    const record = await whole(jobId);
    const file = await getWheelFile(new Request("http://own"), { params: Promise.resolve({ id: jobId }) });
    const at = JSON.parse(JSON.stringify(await stageData("true", jobId)));
    return [
      record.assumed,
      (await file.json()).assumed,
      jobSheet(record, "2026-11-26", FIRST_SETTINGS, "/w").assumed,
      at.assumed,
    ];
  };
  const before = await all();
  expect(before[0]).toContain("rim.holes");
  await addMeasurement({
    ...{ id: id(), jobId, name: "rim.holes", place: 0, role: "new", typed: "36", unit: "", value: 36 },
    ...{ method: "", who: "" },
  });
  const [record, file, sheet, count] = await all();
  expect(record).toEqual(before[0].filter((name: string) => name !== "rim.holes"));
  expect(file).toEqual(record);
  expect(sheet).toHaveLength(before[2].length - 1);
  expect(count).toBe(before[3] - 1);
});
