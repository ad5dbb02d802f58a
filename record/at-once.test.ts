import fc from "fast-check";
import { expect, test } from "vitest";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { previewArchive, readArchive, takeArchive } from "@/store/archive";
import { database } from "@/store/database";
import { saveOrder, timesOrdered } from "@/store/desk-order";
import { changeJob, findJob } from "@/store/jobs";
import { addMeasurement } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { addGoods, addOrder, latestOrder, type OrderContents } from "@/store/orders";
import { ownDatabase } from "@/store/own-database.test.rig";
import { findPracticeWheel, removePracticeWheel, savePracticeState, savePracticeWheel } from "@/store/practice-wheels";
import { addReadings, addTurn, openRound } from "@/store/rounds";
import { changeSettings, readSettings } from "@/store/settings";
import { addSheet } from "@/store/sheets";
import { importStock, listStock, moveStock, priceStock, saveStock } from "@/store/stock";

// Two tablets, two presses, a letter sent again: what happens at once ends as if it had happened one after another.

ownDatabase(".test-output/at-once");

const id = () => crypto.randomUUID();
/** The same done so many times, all under way together. */
const atOnce = <T>(times: number, work: () => Promise<T>): Promise<T[]> => Promise.all([...Array(times)].map(work));
const rows = async (table: string, where: object): Promise<number> =>
  Number((await database()(table).where(where).count({ n: "*" }).first())?.n);

test("wheels booked in at the same moment each get a mark of their own, and none that is in use", async () => {
  await openJob({ id: id(), kind: "rebuild", mark: "W004" });
  await openJob({ id: id(), kind: "rebuild", mark: "w005" });
  const ids = [...Array(12)].map(id);
  await Promise.all(ids.map((job) => atOnce(3, () => openJob({ id: job, kind: "true-only" }))));
  const marks: string[] = await database()("wheels").pluck("mark");
  expect(marks).toHaveLength(14);
  expect(new Set(marks.map((m) => m.toUpperCase())).size).toBe(14);
  expect(marks.filter((m) => /^W\d{3}$/.test(m))).toHaveLength(13);
});

test("a mark that was here is told with whose it is; once more, and the visit joins that wheel", async () => {
  const old = await openJob({ id: id(), kind: "rebuild", mark: "Q-7", customer: "Ada Vale", machine: "Plover 125" });
  const other = await openJob({ id: id(), kind: "rebuild", mark: "Q-8", customer: "Ada Vale" });
  const visit = await openJob({ id: id(), kind: "true-only", customer: "somebody" });
  const round = id();
  await openRound(visit.id, { id: round });
  const before = await findJob(visit.id);
  const refused = await changeJob(visit.id, { seen: visit, change: { mark: "q-7" } }).catch((e: unknown) => e);
  expect(refused).toMatchObject({ path: "mark", message: expect.stringMatching(/Plover 125 of Ada Vale.*once more/) });
  expect(await findJob(visit.id)).toEqual(before);
  const joined = await changeJob(visit.id, { seen: visit, change: { mark: "q-7" }, again: true });
  expect(joined).toMatchObject({ wheelId: old.wheelId, mark: "Q-7", customer: "Ada Vale" });
  // What was made for the visit alone is gone; what was done on it is not, nor what is another's.
  expect([await rows("wheels", { id: visit.wheelId }), await rows("customers", { id: visit.customerId })]).toEqual([
    0, 0,
  ]);
  expect(await rows("rounds", { job_id: visit.id })).toBe(1);
  expect((await findJob(other.id))?.wheelId).toBe(other.wheelId);
  // A wheel with other visits stays when one of them turns out to be another wheel's.
  const second = await openJob({ id: id(), kind: "check-only", wheelId: other.wheelId });
  await changeJob(second.id, { seen: second, change: { mark: "Q-7" }, again: true });
  expect([await rows("jobs", { wheel_id: other.wheelId }), await rows("jobs", { wheel_id: old.wheelId })]).toEqual([
    1, 3,
  ]);
  const visits = async (wheelId: string) =>
    (await database()("jobs").where({ wheel_id: wheelId }).pluck("visit")).sort((a: number, b: number) => a - b);
  expect([await visits(old.wheelId), await visits(other.wheelId)]).toEqual([[1, 2, 3], [1]]);
  // Its own mark, written another way, is no other wheel's.
  const same = await changeJob(other.id, { seen: other, change: { mark: "q-8" } });
  expect(same).toMatchObject({ mark: "q-8", wheelId: other.wheelId });
});

test("a job of another shop whose mark is a wheel's here comes in under one of its own, and is told so before", async () => {
  const theirs = await openJob({ id: id(), kind: "rebuild", mark: "Z-1", customer: "Theirs" });
  const archive = await readArchive(theirs.id);
  await database()("jobs").where({ id: theirs.id }).delete();
  await database()("wheels").where({ id: theirs.wheelId }).delete();
  await openJob({ id: id(), kind: "rebuild", mark: "z-1", customer: "Ours" });
  await openJob({ id: id(), kind: "rebuild", mark: "Z-1 (2)", customer: "Ours" });
  expect(await previewArchive(archive)).toMatchObject({ mark: "Z-1", markHere: "Z-1 (3)", customer: "Theirs" });
  for (let twice = 0; twice < 2; twice++) await takeArchive(archive);
  expect(await findJob(theirs.id)).toMatchObject({ mark: "Z-1 (3)", customer: "Theirs" });
});

test("whatever comes twice at once stands once", async () => {
  const job = await openJob({ id: id(), kind: "rebuild" });
  const [round, reading, turn, order, goods, sheet, figure] = [id(), id(), id(), id(), id(), id(), id()];
  await atOnce(3, () => openRound(job.id, { id: round }));
  const contents = { lines: [{ length: 168, count: 20, spares: 2, serves: [] }] } as unknown as OrderContents;
  await Promise.all([
    atOnce(3, () =>
      addReadings(round, [{ id: reading, what: "lateral", spoke: 3, value: 0.2, typed: "20", doubtful: false }]),
    ),
    atOnce(3, () => addTurn(round, { id: turn, spoke: 4, turns: 0.25 })),
    atOnce(3, () => addOrder(order, job.id, contents)),
    atOnce(3, () => addSheet({ id: sheet, jobId: job.id, contents: { lines: [] }, signedBy: "W. Bench" })),
    atOnce(3, () =>
      addMeasurement({
        ...{ id: figure, jobId: job.id, name: "rim.height", place: 0, role: "new", typed: "30", unit: "mm" },
        ...{ value: 30, method: "vernier", who: "T", seen: null },
      }),
    ),
  ]);
  await atOnce(3, () => addGoods(order, { id: goods, length: 168, what: "count", value: 22, typed: "22" }));
  for (const table of ["rounds", "orders", "sheets", "measurements"])
    expect(await rows(table, { job_id: job.id }), table).toBe(1);
  for (const table of ["readings", "turns"]) expect(await rows(table, { round_id: round }), table).toBe(1);
  expect(await rows("goods", { order_id: order })).toBe(1);
  // Of a list that is there in part only the rest comes in, as one change; the whole of it again is none.
  const more = [reading, id(), id()].map((one) => ({
    id: one,
    what: "lateral" as const,
    spoke: 5,
    value: 0.1,
    typed: "10",
    doubtful: false,
  }));
  const [once, again] = [await addReadings(round, more), await addReadings(round, more)];
  expect(await rows("readings", { round_id: round })).toBe(3);
  expect(again).toBe(once);
  expect((await latestOrder(job.id))?.goods[0].count).toBe(22);
  const archive = await readArchive(job.id);
  await database()("jobs").where({ id: job.id }).delete();
  await atOnce(3, () => takeArchive(archive));
  expect((await readArchive(job.id)).tables).toEqual(archive.tables);
});

test("a drawer holds what came less what went, whoever counts it and takes from it meanwhile", async () => {
  const drawer = {
    kind: "spoke" as const,
    name: "plain",
    size: 168,
    diameter: 3.66,
    pitch: 0.635,
    place: "A",
    reorderAt: 5,
  };
  const held = async (drawerId: string) => (await listStock()).find((s) => s.id === drawerId)?.held;
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.integer({ min: -30, max: 30 }), { maxLength: 8 }),
      fc.integer({ min: 0, max: 60 }),
      async (moves, counted) => {
        const drawerId = id();
        await saveStock({ id: drawerId, ...drawer });
        // Sent twice at once each; what is not there cannot be taken.
        const took = await Promise.all(
          moves.map(async (change) => {
            const move = { id: id(), stockId: drawerId, jobId: null, change, note: "" };
            const taken = () =>
              moveStock(move).then(
                () => true,
                (e: unknown) => {
                  expect(e).toMatchObject({ path: "change", refusal: { code: "out-of-range", given: -change } });
                  return false;
                },
              );
            return (await atOnce(2, taken)).some(Boolean) ? change : 0;
          }),
        );
        expect(await held(drawerId)).toBe(took.reduce((a, b) => a + b, 0));
        expect(await held(drawerId)).toBeGreaterThanOrEqual(0);
        // The same list taken in on two tablets brings the drawer to what it says, not past it.
        await atOnce(2, () => importStock([{ id: drawerId, ...drawer, held: counted, price: null }]));
        expect(await held(drawerId)).toBe(counted);
      },
    ),
    { numRuns: 15 },
  );
});

test("settings changed on two tablets are both kept; of one setting the last counts whole", async () => {
  await Promise.all([
    changeSettings({ shopName: "One" }),
    changeSettings({ recheckDays: 14 }),
    changeSettings({ benchMinutes: [60, 60, 60, 60, 60, 0, 0] }),
    changeSettings({ sideA: "drum side" }),
  ]);
  expect(await readSettings()).toEqual({
    ...FIRST_SETTINGS,
    ...{ shopName: "One", recheckDays: 14, benchMinutes: [60, 60, 60, 60, 60, 0, 0], sideA: "drum side" },
  });
  const names = ["A", "B", "C", "D"];
  await Promise.all(names.map((shopName) => changeSettings({ shopName })));
  expect(names).toContain((await readSettings()).shopName);
});

test("a price, a drawer, an order of the wheels: who has not seen what stands there overrules nothing, and is told it", async () => {
  const drawerId = id();
  const drawer = { id: drawerId, kind: "spoke" as const, name: "plain", size: 168, diameter: 3.66, pitch: null };
  await saveStock({ ...drawer, place: "A", reorderAt: 5 });
  await saveStock({ ...drawer, place: "A", reorderAt: 5 });
  await expect(saveStock({ ...drawer, place: "B", reorderAt: 5 })).rejects.toMatchObject({ path: "id" });
  const prices = [1.35, 1.4, 1.45, 1.5];
  const priced = await Promise.allSettled(prices.map((price) => priceStock(drawerId, price, null)));
  expect(priced.filter((p) => p.status === "fulfilled")).toHaveLength(1);
  const stands = prices[priced.findIndex((p) => p.status === "fulfilled")];
  expect((await listStock()).find((s) => s.id === drawerId)?.price).toBe(stands);
  const late = priced.find((p) => p.status === "rejected");
  expect(late).toMatchObject({ reason: { stored: { price: stands }, path: "price" } });
  // A letter sent again after it came in is no other price.
  await priceStock(drawerId, stands, null);
  await priceStock(drawerId, null, stands);

  const jobs = await Promise.all([...Array(3)].map(async () => (await openJob({ id: id(), kind: "rebuild" })).id));
  const seen = await timesOrdered();
  const [a, b, c] = jobs;
  const orders = [
    [a, b, c],
    [b, a, c],
    [c, a, b],
  ];
  const dragged = await Promise.allSettled(orders.map((ids) => saveOrder(ids, seen)));
  expect(dragged.filter((d) => d.status === "fulfilled")).toHaveLength(1);
  const first = orders[dragged.findIndex((d) => d.status === "fulfilled")];
  const stored = () => database()("jobs").whereNotNull("desk_order").orderBy("desk_order").pluck("id");
  expect(await stored()).toEqual(first);
  await saveOrder([c, b, a], seen + 1);
  await expect(saveOrder(first, seen)).rejects.toMatchObject({ path: "ids", stored: [c, b, a] });
  expect(await stored()).toEqual([c, b, a]);
});

test("a practice wheel taken off and another put on is a new one, whoever still has the first in hand", async () => {
  const job = await openJob({ id: id(), kind: "practice" });
  const versions = new Set<number>();
  for (let i = 0; i < 20; i++) {
    await savePracticeWheel(job.id, { wheel: i }, {});
    const stored = await findPracticeWheel(job.id);
    versions.add(stored?.version ?? 0);
    await removePracticeWheel(job.id);
    await savePracticeWheel(job.id, { wheel: -i }, {});
    expect(await savePracticeState(job.id, { turned: 1 }, stored?.version ?? 0)).toBe(false);
    await removePracticeWheel(job.id);
  }
  expect(versions.size).toBe(20);
});
