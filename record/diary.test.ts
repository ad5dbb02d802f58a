import { expect, test } from "vitest";
import { FIRST_SETTINGS, type Settings } from "@/core/shop/settings";
import type { JobKind } from "@/core/wheel/stages";
import { database } from "@/store/database";
import { saveOrder, timesOrdered } from "@/store/desk-order";
import { changeJob } from "@/store/jobs";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { readDiary } from "./diary";
import { refreshJob } from "./job-rows";
import { readShopFigures } from "./shop-figures";

// The diary as the bench sees it, from the real record, on a database of its own.

/** A Wednesday. */
const TODAY = "2026-11-25";
const day = (after: number): string =>
  new Date(Date.parse(`${TODAY}T12:00:00Z`) + after * 86_400_000).toISOString().slice(0, 10);
/** Eighty minutes of bench on working days, nothing at the week's end. */
const settings: Settings = { ...FIRST_SETTINGS, benchMinutes: [80, 80, 80, 80, 80, 0, 0] };
const ids: Record<string, string> = {};

const wheel = async (mark: string, kind: JobKind, promised: string | null, waitingFor: string | null = null) => {
  const id = crypto.randomUUID();
  ids[mark] = id;
  const job = await openJob({ id, kind });
  const waitingSince = waitingFor ? day(-2) : null;
  await changeJob(id, { seen: job, change: { mark, promised, waitingFor, waitingSince } });
  await refreshJob(id);
};

ownDatabase(".test-output/diary", async () => {
  // Six wheels handed back: truing took half an hour to an hour and a half, the rest is quickly done.
  for (const [i, minutes] of [30, 40, 50, 60, 80, 90].entries()) {
    const id = crypto.randomUUID();
    await openJob({ id, kind: "true-only", mark: `past-${i}` });
    await database()("jobs")
      .where({ id })
      .update({
        finished_at: new Date(`${TODAY}T08:00:00Z`),
        minutes: JSON.stringify({ "book-in": 5, true: minutes, "hand-back": 5 }),
      });
  }
  await wheel("soon", "true-only", day(0));
  await wheel("later", "true-only", day(1));
  await wheel("plated", "true-only", day(9), "plating");
  await wheel("undated", "true-only", null);
  await wheel("learning", "practice", null);
});

const read = () => readDiary(settings, TODAY);

test("what is left to do is learnt from wheels handed back; a promise that slow work would break is told before it is broken", async () => {
  const diary = await read();
  expect(diary.times.true).toMatchObject({ median: 60, low: 40, high: 80, from: 6 });
  expect(diary.jobs.map((j) => j.mark).sort()).toEqual(["later", "plated", "soon", "undated"]);
  const soon = diary.jobs.find((j) => j.mark === "soon");
  expect(soon?.minutes).toMatchObject({ median: 70, low: 50, high: 90 });
  const ready = (list: typeof diary.slow, mark: string) => list.find((r) => r.id === ids[mark]);
  // Seventy of today's eighty minutes, then sixty of tomorrow's: both in time.
  expect(ready(diary.plan.ready, "soon")).toMatchObject({ day: 0, late: 0 });
  expect(ready(diary.plan.ready, "later")).toMatchObject({ day: 1, late: 0 });
  // As slow as one wheel in four each takes ninety: both promises break, and the one with no day moves past the week's end,
  // behind the plated one that is promised.
  expect(ready(diary.slow, "soon")).toMatchObject({ day: 1, late: 1 });
  expect(ready(diary.slow, "later")).toMatchObject({ day: 2, late: 1 });
  expect(ready(diary.plan.ready, "undated")?.day).toBe(2);
  expect(ready(diary.slow, "undated")?.day).toBe(6);
  // Plating: a week usual, two days of it over; nothing of it is planned before it can be back.
  const first = diary.plan.slots.find((s) => s.id === ids.plated);
  expect(first?.day).toBeGreaterThanOrEqual(5);
  for (const s of diary.plan.slots) expect([3, 4].includes(s.day % 7)).toBe(false);
});

test("dragged to the front it is done first, and the promise it pushes aside is in danger", async () => {
  await saveOrder([ids.undated, ids.later, ids.soon], await timesOrdered());
  const { plan, slow } = await read();
  expect(plan.slots[0].id).toBe(ids.undated);
  const late = (list: typeof slow, mark: string) => list.find((r) => r.id === ids[mark])?.late ?? 0;
  expect(late(plan.ready, "soon")).toBeGreaterThan(0);
  expect(late(slow, "soon")).toBeGreaterThanOrEqual(late(plan.ready, "soon"));
  await saveOrder([], await timesOrdered());
  const again = await read();
  expect(again.plan.slots[0].id).toBe(ids.soon);
});

test("a practice wheel is on no list and in no figure of the shop", async () => {
  const { plan, jobs } = await read();
  expect([...plan.slots, ...plan.ready, ...jobs].some((x) => x.id === ids.learning)).toBe(false);
  const month = new Date().toISOString().slice(0, 7);
  const figures = await readShopFigures(new Date().toISOString().slice(0, 10));
  const now = figures.months.find((m) => m.month === month);
  const opened = await database()("jobs").count<{ n: number }[]>("* as n");
  expect(now?.takenIn).toBe(Number(opened[0].n) - 1);
});
