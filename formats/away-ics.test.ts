import { describe, expect, test } from "vitest";
import { awayFromIcs } from "./away-ics";

const calendar = (events: readonly string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//somebody//else", ...events, "END:VCALENDAR"].join("\r\n");
const event = (uid: string, day: string, ...more: readonly string[]) =>
  [
    ...["BEGIN:VEVENT", `UID:${uid}`, `DTSTART:${day}T090000`, `DTEND:${day}T100000`, "SUMMARY:away", ...more],
    "END:VEVENT",
  ].join("\r\n");

describe("somebody's whole calendar", () => {
  // RFC 5545, 3.8.4.4: a day of a repeating event that was moved stands as an event of its own, with the day it was.
  test("thousands of events among which some are moved days of others: each stands once, where it was moved to", () => {
    const single = [...Array(4000).keys()].map((i) => event(`one-${i}`, i % 2 === 0 ? "20261201" : "20261202"));
    const series = [...Array(50).keys()].flatMap((i) => [
      event(`each-${i}`, "20261207", "RRULE:FREQ=DAILY;COUNT=3"),
      event(`each-${i}`, "20261220", "RECURRENCE-ID:20261208T090000"),
    ]);
    const { away, errors } = awayFromIcs(calendar([...single, ...series]), "Europe/London", "2026-11-27");
    expect(errors).toEqual([]);
    const on = (day: string) => away.filter((a) => a.day === day).length;
    expect([on("2026-12-01"), on("2026-12-02")]).toEqual([2000, 2000]);
    expect(["07", "08", "09", "20"].map((d) => on(`2026-12-${d}`))).toEqual([50, 0, 50, 50]);
  });
  test("a day there is none of is an error at its line, not the day after", () => {
    const at = (...lines: readonly string[]) =>
      awayFromIcs(
        calendar([["BEGIN:VEVENT", "UID:a", "SUMMARY:x", ...lines, "END:VEVENT"].join("\r\n")]),
        "Europe/London",
        "2026-11-27",
      ).errors.map((e) => `${e.line}: ${e.message}`);
    expect(at("DTSTART;VALUE=DATE:20270231")).toEqual(["7: DTSTART: “20270231” is no day or time there is"]);
    expect(at("DTSTART:20270228T090000Z", "DTEND:20270228T250000Z")).toEqual([
      "8: DTEND: “20270228T250000Z” is no day or time there is",
    ]);
    expect(at("DTSTART:20270201T090000", "RRULE:FREQ=DAILY;UNTIL=20270230T000000Z")).toHaveLength(1);
    expect(
      at("DTSTART:20270201T090000", "RRULE:FREQ=DAILY;COUNT=3", "EXDATE:20270202T090000,\r\n 20270299T090000"),
    ).toEqual(["9: EXDATE: “20270299T090000” is no day or time there is"]);
    expect(at("DTSTART;VALUE=DATE:20280229", "RDATE;VALUE=PERIOD:20280301T090000Z/PT1H")).toEqual([]);
  });
  test("one that repeats without end and without sense is refused by its line, not followed for ever", () => {
    const daily = [...Array(120).keys()].map((i) => event(`daily-${i}`, "20261201", "RRULE:FREQ=DAILY"));
    const { away, errors } = awayFromIcs(calendar(daily), "Europe/London", "2026-11-27");
    expect(away).toEqual([]);
    expect(errors[0]).toMatchObject({ line: expect.any(Number), message: expect.stringMatching(/^more than 20000/) });
    expect(errors[0].line).toBeGreaterThan(200);
  });
});
