import fc from "fast-check";
import { expect, test } from "vitest";
import { copiesToDrop, copyName, namedCopy, readCopyName } from "./copies";
import { tryOutDue } from "./restore";

const dayAt = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString().slice(0, 10);
/** The Monday of a day's week, told by the calendar. */
const mondayOf = (day: string) => {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() - ((date.getUTCDay() + 6) % 7));
  return date.toISOString().slice(0, 10);
};

test("seven newest days stay; before them the last of every week, whatever days the shop was on", () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 200 }), (given) => {
      const days = given.map(dayAt);
      const dropped = new Set(copiesToDrop(days));
      const newest = [...days].sort().reverse();
      for (const day of newest.slice(0, 7)) expect(dropped.has(day)).toBe(false);
      const older = newest.slice(7);
      for (const monday of new Set(older.map(mondayOf))) {
        const ofWeek = older.filter((d) => mondayOf(d) === monday);
        expect(ofWeek.filter((d) => !dropped.has(d))).toEqual([ofWeek[0]]);
      }
      // Made every day and dropped every day it comes to the same: nothing kept is dropped later for what came before.
      const kept = newest.filter((d) => !dropped.has(d));
      expect(copiesToDrop(kept)).toEqual([]);
    }),
  );
});

test("only its own files are copies", () => {
  expect(readCopyName(copyName("2026-11-26"))).toEqual({ kind: "daily", day: "2026-11-26" });
  for (const kind of ["before", "given"] as const)
    expect(readCopyName(namedCopy(kind, "2026-11-27T04:12:33.120Z"))).toEqual({ kind, day: "2026-11-27" });
  for (const name of [
    "shop.sql.gz",
    "tall-compass-2026-11-26.sql.gz.part",
    "tall-compass-latest.sql.gz",
    "../x",
    "tall-compass-2026-11-26-041233.sql.gz",
    "given-2026-11-26.sql.gz",
  ])
    expect(readCopyName(name)).toBeNull();
});

test("the newest copy is tried out once a week, sooner after a failure, and whatever the clock does", () => {
  const last = (day: string, failed: string | null = null) => ({ copy: "a", day, failed, there: null });
  expect(tryOutDue(null, null, "2026-11-27")).toBe(false);
  expect(tryOutDue(null, "a", "2026-11-27")).toBe(true);
  expect(tryOutDue(last("2026-11-21"), "b", "2026-11-27")).toBe(false);
  expect(tryOutDue(last("2026-11-20"), "b", "2026-11-27")).toBe(true);
  expect(tryOutDue(last("2026-11-26", "cut short"), "b", "2026-11-27")).toBe(true);
  expect(tryOutDue(last("2026-11-26", "cut short"), "a", "2026-11-27")).toBe(false);
  expect(tryOutDue(last("2027-11-26"), "a", "2026-11-27")).toBe(true);
});
