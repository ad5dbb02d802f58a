import { addDays, format } from "date-fns";
import fc from "fast-check";
import { expect, test } from "vitest";
import { readDay } from "./read-day";

const TODAY = "2026-11-26";

test("a day is read as people write it; without a year it is the next that comes", () => {
  for (const [typed, day] of [
    ["2026-12-04", "2026-12-04"],
    ["4.12.", "2026-12-04"],
    ["4.12.2027", "2027-12-04"],
    ["4 Dec", "2026-12-04"],
    ["4 december", "2026-12-04"],
    ["Dec 4", "2026-12-04"],
    ["3 Feb", "2027-02-03"],
    ["26.11.", "2026-11-26"],
    // 2026-11-26 is a Thursday (calendar).
    ["fri", "2026-11-27"],
    ["Thursday", "2026-12-03"],
    ["tomorrow", "2026-11-27"],
  ])
    expect([typed, readDay(typed, TODAY)]).toEqual([typed, day]);
  for (const typed of ["", "soon", "31.2.", "4", "2026-13-01", "friends"])
    expect([typed, readDay(typed, TODAY)]).toEqual([typed, null]);
});

test("any day of the coming year written any way comes back as itself", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 364 }),
      fc.constantFrom("d.M.", "d/M", "d MMM", "d MMMM", "yyyy-MM-dd", "d MMM yyyy"),
      (ahead, how) => {
        const date = addDays(new Date(`${TODAY}T12:00:00`), ahead);
        expect(readDay(format(date, how), TODAY)).toBe(format(date, "yyyy-MM-dd"));
      },
    ),
  );
});
