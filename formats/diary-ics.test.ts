import fc from "fast-check";
import ICAL from "ical.js";
import nodeIcal from "node-ical";
import { describe, expect, test } from "vitest";
import { benchMoment, diaryIcs } from "./diary-ics";

/** ms by which the clocks of a place are ahead of UTC, by the platform's own table of time zones. */
const ahead = (at: Date, timeZone: string): number =>
  new Date(`${at.toLocaleString("sv-SE", { timeZone }).replace(" ", "T")}Z`).getTime() - at.getTime();

describe("the diary as iCalendar", () => {
  // A general iCalendar parser reads it back (RFC 5545).
  test("a bench that opens at nine opens at nine on both sides of a change of the clocks", () => {
    // Europe/Berlin puts its clocks forward on 28 March 2027 and back on 31 October 2027 (EU directive 2000/84).
    for (const [today, before, after] of [
      ["2027-03-27", "08:00", "07:00"],
      ["2027-10-30", "07:00", "08:00"],
    ] as const) {
      const text = diaryIcs({
        today,
        timeZone: "Europe/Berlin",
        slots: [0, 1, 2].map((day) => ({
          id: "j",
          day,
          from: 540,
          to: 630,
          title: "H-014, True; a, b",
        })),
        days: [{ id: "p", on: today, title: "H-014 promised" }],
      });
      const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((e) => new ICAL.Event(e));
      expect(events).toHaveLength(4);
      const starts = events.slice(0, 3).map((e) => e.startDate.toJSDate().toISOString().slice(11, 16));
      expect(starts[0]).toBe(before);
      expect(starts[2]).toBe(after);
      for (const e of events.slice(0, 3)) expect(e.duration.toSeconds()).toBe(90 * 60);
      expect(events[0].summary).toBe("H-014, True; a, b");
      expect(events[3].startDate.isDate).toBe(true);
      expect(events[3].startDate.toString()).toBe(today);
      // Another parser, of another hand, finds the same moments.
      const others = Object.values(nodeIcal.parseICS(text)).filter((e) => e?.type === "VEVENT");
      expect(others.slice(0, 3).map((e) => (e as { start: Date }).start.toISOString().slice(11, 16))).toEqual(starts);
      expect(others).toHaveLength(4);
      expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
      for (const line of text.split("\r\n")) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    }
  });
  test("whatever wheels and customers are called it is read back; a wheel's events keep their names when another's plan changes", () => {
    const name = fc.oneof(
      fc.string({ unit: "binary", maxLength: 120 }),
      fc.constantFrom("a;b,c\\n\nd", "BEGIN:VEVENT", "\r\nX:1"),
    );
    const slot = fc.record({
      id: fc.constantFrom("one", "two", "three"),
      day: fc.integer({ min: 0, max: 400 }),
      from: fc.integer({ min: 0, max: 1300 }),
      title: name,
    });
    fc.assert(
      fc.property(
        fc.array(slot, { maxLength: 12 }),
        fc.constantFrom("Europe/Berlin", "Pacific/Auckland", "UTC"),
        (given, timeZone) => {
          const eventsOf = (slots: typeof given) => {
            const text = diaryIcs({
              today: "2026-11-25",
              timeZone,
              slots: slots.map((s) => ({ ...s, to: s.from + 90 })),
              days: [],
            });
            return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((e) => new ICAL.Event(e));
          };
          const events = eventsOf(given);
          expect(events).toHaveLength(given.length);
          expect(new Set(events.map((e) => e.uid)).size).toBe(given.length);
          events.forEach((e, i) => {
            const midnight = Date.parse("2026-11-25T00:00:00Z") + given[i].day * 86_400_000;
            for (const [moment, minutes] of [
              [e.startDate.toJSDate(), given[i].from],
              [e.endDate.toJSDate(), given[i].from + 90],
            ] as const) {
              // By the clock on the wall; what the clocks leap over falls after the leap.
              const past = moment.getTime() + ahead(moment, timeZone) - (midnight + minutes * 60_000);
              const leap = ahead(moment, timeZone) - ahead(new Date(moment.getTime() - 3 * 3_600_000), timeZone);
              expect(past === 0 || past === leap).toBe(true);
            }
            // Line ends may come back as another kind; nothing else may.
            const plain = (text: string) =>
              text
                .replace(/[\r\n\u2028\u2029\u0085]+/g, " ")
                .replace(/\p{Cc}/gu, "")
                .trim();
            expect(plain(e.summary ?? "")).toBe(plain(given[i].title));
          });
          const only = eventsOf(given.filter((s) => s.id === "two"));
          const mine = events.filter((_, i) => given[i].id === "two");
          expect(only.map((e) => e.uid)).toEqual(mine.map((e) => e.uid));
        },
      ),
      { numRuns: 150, examples: [[[{ id: "one", day: 305, from: 90, title: "" }], "Pacific/Auckland"]] },
    );
  });
  test("a moment inside the hour that does not exist falls after it", () => {
    expect(benchMoment("2027-03-28", 0, 150, "Europe/Berlin").toISOString()).toBe("2027-03-28T01:30:00.000Z");
  });
});
