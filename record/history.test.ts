import { expect, test } from "vitest";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { saveBuild } from "@/store/builds";
import { customerWheels } from "@/store/customers";
import { finishJob } from "@/store/jobs";
import { openJob } from "@/store/open-job";
import { addOrder } from "@/store/orders";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, markDestressed, openRound } from "@/store/rounds";
import { jobFinish } from "./finish";
import { wheelHistory } from "./history";
import { jobRecord } from "./job-record";

ownDatabase(".test-output/history");

const WHEEL = trialWheel("steel");

/** A round of the same wave, so high, read at every second place; with a weld if told. */
const readRound = async (jobId: string, size: number, weldAt: number | null = null): Promise<string> => {
  const id = crypto.randomUUID();
  await openRound(jobId, { id: id });
  for (let spoke = 1; spoke <= 40; spoke += 2)
    for (const what of ["lateral", "radial"] as const) {
      const value =
        (size / 2) * Math.cos((2 * Math.PI * 2 * (spoke - 1)) / 40) + (what === "radial" && spoke === weldAt ? 0.5 : 0);
      await addReadings(id, [{ id: crypto.randomUUID(), what, spoke, value, typed: `${value}`, doubtful: false }]);
    }
  return id;
};

test("every visit joins its wheel: how it came, how it left, the weld left out; a look without a dial says so", async () => {
  const first = await openJob({ id: crypto.randomUUID(), kind: "true-only", mark: "HS-1", customer: "History Test" });
  await saveBuild({ jobId: first.id, wheel: WHEEL, assumed: [], version: 0 });
  const found = await readRound(first.id, 1.2, 21);
  for (const spoke of [3, 4, 5]) await addTurn(found, { id: crypto.randomUUID(), spoke, turns: 0.25 });
  await markDestressed(found);
  await readRound(first.id, 0.2, 21);
  await finishJob(first.id, "2031-01-02");
  const second = await openJob({ id: crypto.randomUUID(), kind: "check-only", wheelId: first.wheelId });
  const history = await wheelHistory(first.wheelId);
  expect(history?.visits.map((v) => v.jobId)).toEqual([first.id, second.id]);
  const [left, now] = history?.visits ?? [];
  // The weld's half millimetre is no spoke's: 1.2 and 0.2 of wave, at the places read.
  const [lateral, hop] = left.found.tir.split(", ").map(Number.parseFloat);
  expect(lateral).toBeCloseTo(1.2, 1);
  expect(Math.abs(hop - lateral)).toBeLessThan(0.05);
  expect(Number.parseFloat(left.left.tir.split(", ")[1])).toBeLessThan(0.25);
  expect(left).toMatchObject({ rounds: 2, destressed: 1, nipplesTurned: 3, recheckOn: "2031-01-02" });
  expect(now).toMatchObject({ rounds: 0, found: { tir: "" }, finished: null });
  const wheels = await customerWheels(first.customerId);
  expect(wheels).toMatchObject({ wheels: [{ mark: "HS-1", visits: 2 }] });
  expect(await wheelHistory(crypto.randomUUID())).toBeNull();
});

test("thread at the finish is told from the spokes as they came, and stands against the wheel when one runs out", async () => {
  const job = await openJob({ id: crypto.randomUUID(), kind: "rebuild", mark: "HS-2" });
  const line = async () => {
    const record = await jobRecord(job.id);
    if (!record) throw new Error("the job is gone");
    return jobFinish({ ...record, wheel: readWheel(WHEEL) }).lines.find((l) => l.key === "thread");
  };
  expect(await line()).toMatchObject({ state: "ask" });
  const serves = (["A", "B"] as const).flatMap((flange) =>
    (["trailing", "leading"] as const).flatMap((lean) =>
      (["out", "in"] as const).map((head) => ({ flange, lean, row: null, head, count: 10, wanted: 170 })),
    ),
  );
  await addOrder(crypto.randomUUID(), job.id, {
    wheel: WHEEL,
    figures: {},
    lines: [{ length: 170, count: 40, spares: 2, serves }],
    parts: { diameter: 3.66, pitch: 0.635, spokeThread: 11, nippleThread: 9, slotDepth: 1.5 },
    material: "stainless",
    butting: "plain",
    head: "plain",
    grams: 20,
    nipples: 42,
  });
  expect(await line()).toMatchObject({ state: "shown", text: expect.stringMatching(/turns left to tighten/) });
  const round = crypto.randomUUID();
  await openRound(job.id, { id: round });
  // Three turns more than its side's mean: 1.8 mm out of the slot.
  await addTurn(round, { id: crypto.randomUUID(), spoke: 11, turns: 3 });
  expect(await line()).toMatchObject({ state: "against", text: expect.stringMatching(/^11: /) });
});
