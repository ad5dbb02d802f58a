import { expect, test } from "vitest";
import { POST as sign } from "@/app/api/jobs/[id]/sheet/route";
import { sheetWords } from "@/core/sheet/sheet";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { addAct } from "@/store/acts";
import { saveBuild } from "@/store/builds";
import { database } from "@/store/database";
import { jobsOfWheel } from "@/store/jobs";
import { addMeasurement } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, openRound } from "@/store/rounds";
import { addSheet, latestSheet } from "@/store/sheets";
import { jobFinish } from "./finish";
import { wheelHistory } from "./history";
import { type JobRecord, jobRecord } from "./job-record";
import { jobSheet } from "./sheet";
import { handBackStage } from "./stages/hand-back";

ownDatabase(".test-output/sheet");

const SHOP = { shopName: "", shopAddress: "", recheckDays: 0 };
const recordOf = async (id: string): Promise<JobRecord> => {
  const record = await jobRecord(id);
  if (!record) throw new Error("the job is gone");
  return record;
};
const sheetOf = async (id: string) => jobSheet(await recordOf(id), "2026-11-26", SHOP, "/wheels/x");
const lineOf = async (id: string, label: RegExp) => (await sheetOf(id)).lines.find((l) => label.test(l.label));

/** A wheel of 40 holes with a job of this kind. */
const job = async (kind: "rebuild" | "true-only" | "check-only" | "broken-spoke") => {
  const made = await openJob({ id: crypto.randomUUID(), kind });
  await saveBuild({ jobId: made.id, wheel: trialWheel("steel"), assumed: [], version: 0 });
  return made;
};
/** A round that swings so far, read at every second hole; N of each spoke where given. */
const round = async (jobId: string, total: number, tension?: (spoke: number) => number | null) => {
  const id = crypto.randomUUID();
  await openRound(jobId, { id });
  for (let spoke = 1; spoke <= 40; spoke += 2)
    for (const what of ["lateral", "radial"] as const) {
      const value = (total / 2) * Math.cos((Math.PI * (spoke - 1)) / 10);
      await addReadings(id, [{ id: crypto.randomUUID(), what, spoke, value, typed: `${value}`, doubtful: false }]);
    }
  for (let spoke = 1; tension && spoke <= 40; spoke++) {
    const value = tension(spoke);
    if (value !== null)
      await addReadings(id, [
        { id: crypto.randomUUID(), what: "tension", spoke, value, typed: `${value}`, doubtful: false },
      ]);
  }
  return id;
};
const take = (jobId: string, name: string, typed: string, value: number | null = Number(typed)) =>
  addMeasurement({
    jobId,
    id: crypto.randomUUID(),
    name,
    typed,
    value,
    unit: "mm",
    method: "",
    who: "",
    place: 1,
    role: "new",
  });

test("what was never asked is not printed: no front wheel of a wheel nobody said that of", async () => {
  const { id } = await job("true-only");
  expect((await sheetOf(id)).wheel.place).toBe("");
});

test("new spokes are no finding: a rebuilt wheel was found before it was laced anew, or not at all; the history says the same", async () => {
  const { id, wheelId } = await job("rebuild");
  await addAct(id, { id: crypto.randomUUID(), act: { what: "laced-so-far", steps: 40 }, who: "" });
  await round(id, 1.4, () => 1200);
  await round(id, 0.3, () => 2000);
  expect(await lineOf(id, /Side to side/)).toMatchObject({ found: "not read", returned: "0.30 ±0.06 mm" });
  expect(await lineOf(id, /tension/)).toMatchObject({ found: "new spokes" });
  expect((await wheelHistory(wheelId))?.visits[0]).toMatchObject({ found: { tir: "" }, foundTension: [] });
  // Read before the key went on it is one.
  const before = await job("rebuild");
  await round(before.id, 2.2);
  await new Promise((r) => setTimeout(r, 1100));
  await addAct(before.id, { id: crypto.randomUUID(), act: { what: "laced-so-far", steps: 40 }, who: "" });
  await round(before.id, 0.3);
  expect(await lineOf(before.id, /Side to side/)).toMatchObject({ found: "2.20 ±0.06 mm" });
});

test("turned since it was read, no figure stands as returned and none is held against the tolerance", async () => {
  const { id } = await job("true-only");
  const read = await round(id, 0.3);
  expect(await lineOf(id, /Hop/)).toMatchObject({ returned: "0.30 ±0.06 mm" });
  await addTurn(read, { id: crypto.randomUUID(), spoke: 3, turns: 0.25 });
  expect(await lineOf(id, /Hop/)).toMatchObject({ returned: "not read since it was turned" });
  const { lines } = jobFinish(await recordOf(id));
  expect(lines.find((l) => l.key === "true")).toMatchObject({
    state: "ask",
    text: expect.stringMatching(/turned since/),
  });
});

test("0.52 against 0.5 stands on the sheet as accepted, with what it is sure to, or is not signed over", async () => {
  const { id } = await job("true-only");
  await round(id, 0.52);
  const finish = jobFinish(await recordOf(id));
  const line = finish.lines.find((l) => l.key === "true");
  expect(line).toMatchObject({ state: "against", text: expect.stringContaining("0.52 ±0.06 of 0.5 mm") });
  await addAct(id, {
    id: crypto.randomUUID(),
    act: { what: "finish-answered", line: "true", answer: "seen", because: "" },
    who: "",
  });
  const { notes, lines } = await sheetOf(id);
  expect(notes).toContainEqual(
    expect.stringMatching(/^Inside the tolerance: not so, and accepted: side to side 0.52 ±0.06 of 0.5 mm/),
  );
  expect(lines[0].returned).toBe("0.52 ±0.06 mm");
});

test("a signature goes under the sheet that was looked at, or under none; its key pressed again makes no second one", async () => {
  const { id } = await job("true-only");
  await round(id, 0.2);
  for (const line of jobFinish(await recordOf(id)).lines.filter((l) => l.state !== "shown"))
    await addAct(id, {
      id: crypto.randomUUID(),
      act: { what: "finish-answered", line: line.key, answer: "seen", because: "" },
      who: "",
    });
  const shown = async () => handBackStage(await recordOf(id), FIRST_SETTINGS);
  const put = async (body: unknown) =>
    sign(new Request("http://127.0.0.1/", { method: "POST", body: JSON.stringify(body) }), {
      params: Promise.resolve({ id }),
    });
  const { mark: seen } = await shown();
  // Read on another tablet between the look and the name.
  await round(id, 0.44);
  await take(id, "tension.makers", "1830");
  const late = await put({ id: crypto.randomUUID(), signedBy: "W. Bench", seen });
  expect([late.status, (await late.json()).error.path]).toEqual([400, "seen"]);
  expect((await recordOf(id)).handedOver).toBeNull();
  const now = await shown();
  expect(now.mark).not.toBe(seen);
  const one = { id: crypto.randomUUID(), signedBy: "W. Bench", seen: now.mark };
  for (const again of [one, one]) expect((await put(again)).status).toBe(200);
  const { sheet, changed } = await shown();
  expect([sheet.signedBy, changed, sheet.lines[0].returned]).toEqual(["W. Bench", false, "0.44 ±0.06 mm"]);
  expect(Number((await database()("sheets").where({ job_id: id }).count({ n: "*" }).first())?.n)).toBe(1);
  // Signed by a version that said it in other words it is as little changed; what was read since is another wheel.
  const { words: _, ...before } = sheet;
  expect(sheet.figures).toContainEqual({ label: "maker's tension", value: "1830 N" });
  const figures = sheet.figures.map(({ label, value }) => ({ label: `${label}, N`, value: value.replace(" N", "") }));
  await database()("sheets")
    .where({ job_id: id })
    .update({
      contents: JSON.stringify({ ...before, figures, lines: before.lines.map((l) => ({ ...l, found: "2376 N" })) }),
    });
  expect((await shown()).changed).toBe(false);
  await round(id, 0.5);
  expect((await shown()).changed).toBe(true);
});

test("the clock set back: what was signed last counts, and the visit that came last is the last", async () => {
  const { id, wheelId } = await job("check-only");
  const ahead = new Date(Date.now() + 86_400_000);
  await addSheet({ id: crypto.randomUUID(), jobId: id, contents: { n: 1 }, signedBy: "first" });
  await database()("sheets").where({ job_id: id }).update({ created_at: ahead });
  await database()("jobs").where({ id }).update({ created_at: ahead });
  await addSheet({ id: crypto.randomUUID(), jobId: id, contents: { n: 2 }, signedBy: "second" });
  expect((await latestSheet(id))?.signedBy).toBe("second");
  const again = await openJob({ id: crypto.randomUUID(), kind: "check-only", wheelId });
  expect((await jobsOfWheel(wheelId)).map((j) => j.id)).toEqual([id, again.id]);
  const visits = await database()("jobs").whereIn("id", [id, again.id]).orderBy("visit").pluck("id");
  expect(visits).toEqual([id, again.id]);
});

test("slack spokes are counted, not a hundred per cent; few read say no evenness; assumed ones stand in one line", async () => {
  const { id } = await job("true-only");
  await round(id, 0.3, (s) => (s === 1 ? 0 : s % 2 === 1 ? 2000 : s === 2 ? 1500 : null));
  const sheet = await sheetOf(id);
  expect(sheet.tension?.evenness).toMatch(/2000 N, within 0 %, 1 slack/);
  expect(sheet.tension?.evenness).toMatch(/1500 N, 1 of 20 read/);
  expect(sheet.tension?.evenness).not.toMatch(/100 %/);
  const assumed = {
    ...sheet,
    assumed: ["a", "b", "c"],
    assumedOf: [
      { of: "the rim", count: 2 },
      { of: "the hub", count: 1 },
    ],
  };
  expect(sheetWords(assumed).assumed).toMatch(/^Assumed, not measured: 3 figures \(2 of the rim, 1 of the hub\)/);
});

test("a broken spoke: the finish and the sheet know the new one's length, and how it sits against the old one's pieces", async () => {
  const { id } = await job("broken-spoke");
  await take(id, "break.spoke", "7");
  const thread = async () => jobFinish(await recordOf(id)).lines.find((l) => l.key === "thread");
  expect(await thread()).toMatchObject({ state: "ask", text: expect.stringMatching(/not recorded/) });
  await take(id, "break.pieces", "170");
  await take(id, "break.new", "169.5");
  expect(await thread()).toMatchObject({
    state: "shown",
    text: expect.stringMatching(/^7, the new one, is 169.5 mm: /),
  });
  await take(id, "break.new", "182");
  expect(await thread()).toMatchObject({ state: "against" });
  expect((await sheetOf(id)).replaced).toContain("spoke 7 (182.0 mm)");
});
