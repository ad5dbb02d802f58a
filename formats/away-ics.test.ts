import ical from "ical-generator";
import { describe, expect, test } from "vitest";
import { awayFromIcs } from "./away-ics";
import { diaryIcs } from "./diary-ics";

const calendar = (...events: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//test//EN", ...events, "END:VCALENDAR"].join("\r\n");
const event = (...lines: string[]) => ["BEGIN:VEVENT", "DTSTAMP:20270101T000000Z", ...lines, "END:VEVENT"].join("\r\n");
const read = (text: string) => awayFromIcs(text, "Europe/Berlin", "2027-03-22");

describe("a calendar read for when nobody is at the bench", () => {
  test("another program's times come out by the shop's clock on both sides of a change of the clocks", () => {
    const c = ical({ name: "x" });
    // Europe/Berlin: UTC+1 before 28 March 2027, UTC+2 after (EU directive 2000/84).
    for (const day of ["27", "29"])
      c.createEvent({
        id: day,
        start: new Date(`2027-03-${day}T08:00:00Z`),
        end: new Date(`2027-03-${day}T09:30:00Z`),
        summary: "dentist",
      });
    expect(read(c.toString())).toEqual({
      errors: [],
      away: [
        { uid: "27", day: "2027-03-27", from: 540, to: 630, what: "dentist" },
        { uid: "29", day: "2027-03-29", from: 600, to: 690, what: "dentist" },
      ],
    });
  });
  test("repeating events day by day, with one moved and one left out; whole days; over midnight; zones by name", () => {
    const { away, errors } = read(
      calendar(
        event(
          "UID:class",
          "SUMMARY:class",
          "DTSTART:20270322T100000",
          "DTEND:20270322T110000",
          "RRULE:FREQ=WEEKLY;COUNT=4",
          "EXDATE:20270329T100000",
        ),
        event(
          "UID:class",
          "SUMMARY:class moved",
          "RECURRENCE-ID:20270405T100000",
          "DTSTART:20270406T120000",
          "DTEND:20270406T130000",
        ),
        event("UID:fair", "SUMMARY:fair", "DTSTART;VALUE=DATE:20270401", "DTEND;VALUE=DATE:20270403"),
        event("UID:night", "SUMMARY:ferry", "DTSTART:20270410T220000", "DTEND:20270411T013000"),
        event("UID:far", "SUMMARY:call", "DTSTART;TZID=America/New_York:20270412T080000", "DURATION:PT30M"),
      ),
    );
    expect(errors).toEqual([]);
    expect(away.map((a) => `${a.day} ${a.from}-${a.to} ${a.what}`).sort((a, b) => (a < b ? -1 : 1))).toEqual(
      [
        "2027-03-22 600-660 class",
        "2027-04-01 0-1440 fair",
        "2027-04-02 0-1440 fair",
        "2027-04-06 720-780 class moved",
        "2027-04-10 1320-1440 ferry",
        "2027-04-11 0-90 ferry",
        // New York 8:00 is Berlin 14:00 in April.
        "2027-04-12 840-870 call",
        "2027-04-12 600-660 class",
      ]
        .slice()
        .sort((a, b) => (a < b ? -1 : 1)),
    );
  });
  test("what is free, called off, over, or this shop's own plan is left out", () => {
    const own = diaryIcs({
      today: "2027-03-22",
      timeZone: "Europe/Berlin",
      slots: [{ id: "j", day: 0, from: 540, to: 600, title: "x" }],
      days: [],
    });
    expect(read(own)).toEqual({ away: [], errors: [] });
    const plain = ["DTSTART:20270401T100000", "DTEND:20270401T110000"];
    expect(
      read(
        calendar(
          event("UID:a", "TRANSP:TRANSPARENT", ...plain),
          event("UID:b", "STATUS:CANCELLED", ...plain),
          event("UID:c", "DTSTART:20270101T100000", "DTEND:20270101T110000"),
        ),
      ),
    ).toEqual({ away: [], errors: [] });
  });
  test("what is wrong is named by its line, and nothing is taken", () => {
    expect(read("hello").errors[0]).toMatchObject({ line: 1, message: expect.stringMatching(/is not iCalendar/) });
    expect(read(calendar()).errors).toEqual([{ line: 1, message: "has no events in it" }]);
    const { away, errors } = read(
      calendar(
        event("UID:good", "DTSTART:20270401T100000", "DTEND:20270401T110000"),
        event("UID:none", "SUMMARY:x"),
        event("UID:zone", "DTSTART;TZID=Moon/Base:20270401T100000", "DTEND;TZID=Moon/Base:20270401T110000"),
      ),
    );
    expect(away).toEqual([]);
    expect(errors).toEqual([
      { line: 10, message: "DTSTART: is missing; an event needs a beginning" },
      { line: 15, message: "TZID: “Moon/Base” is no time zone known here, and the file does not describe it" },
    ]);
  });
});
