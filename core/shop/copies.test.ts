import fc from "fast-check";
import { expect, test } from "vitest";
import { copiesToDrop, copyName, dayOfCopy } from "./copies";

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
  expect(dayOfCopy(copyName("2026-11-26"))).toBe("2026-11-26");
  for (const name of ["shop.sql.gz", "tall-compass-2026-11-26.sql.gz.part", "tall-compass-latest.sql.gz", "../x"])
    expect(dayOfCopy(name)).toBeNull();
});
