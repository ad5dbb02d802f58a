import { zipSync } from "fflate";
import { expect, test } from "vitest";
import { awayFromIcs } from "../away-ics";
import { unzipArchive } from "../job-archive";
import { customersFromCsv } from "./customers";
import { gaugeFromCsv } from "./gauge";
import { stockFromCsv } from "./stock";
import { traceFromCsv } from "./trace";

// Files of two megabytes that are no lists, and once took seconds to be found so: refused by their line, before.

const READERS = { customers: customersFromCsv, stock: stockFromCsv, gauge: gaugeFromCsv, trace: traceFromCsv };
const MB = 1024 * 1024;
const UNLIKE: readonly (readonly [string, string, number])[] = [
  ["nothing but commas", ",".repeat(2 * MB), 1],
  ["nothing but quotes", '"'.repeat(2 * MB), 1],
  ["names without end", Array(300).fill("a").join(";"), 1],
  [
    "one endless line below the names",
    `reading,tension_n,kind,name,angle_deg,radial_mm\n1,2\n${"x".repeat(MB)}\n1,2`,
    3,
  ],
];

test.each(Object.entries(READERS))("%s: what is unlike a list is refused at its line", (_, read) => {
  for (const [what, text, line] of UNLIKE) {
    const { errors } = read(text);
    expect(errors, what).toHaveLength(1);
    expect([errors[0].line, errors[0].message], what).toEqual([
      line,
      expect.stringMatching(/longer than|more than 200/),
    ]);
  }
});

const event = (more = "") =>
  `BEGIN:VEVENT\r\nUID:1\r\nDTSTART:20261201T090000Z\r\nDTEND:20261201T100000Z\r\nSUMMARY:x${more}\r\nEND:VEVENT\r\n`;
const calendar = (events: string) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events}END:VCALENDAR\r\n`;
const read = (text: string) => awayFromIcs(text, "Europe/London", "2026-11-27");

test("a calendar of more events, or of more days left out, than anybody has is refused", () => {
  expect(read(calendar(event().repeat(10_001))).errors[0].message).toMatch(/more than 10000 events/);
  const day = (i: number) =>
    `EXDATE:2027${String(1 + (i % 12)).padStart(2, "0")}${String(1 + (i % 28)).padStart(2, "0")}T090000Z`;
  const left = (n: number) => calendar(event(`\r\nRRULE:FREQ=DAILY\r\n${[...Array(n).keys()].map(day).join("\r\n")}`));
  expect(read(left(1001)).errors).toMatchObject([{ line: 3, message: expect.stringMatching(/more than 1000 days/) }]);
  expect(read(left(900)).errors).toEqual([]);
  // All the days it has are left out: nobody could say when it comes round.
  const never = calendar(
    event(
      `\r\nRRULE:FREQ=DAILY\r\n${[...Array(999).keys()].map((i) => `EXDATE:${new Date(Date.UTC(2026, 11, 1 + i)).toISOString().slice(0, 10).replaceAll("-", "")}T090000Z`).join("\r\n")}`,
    ),
  );
  expect(read(never)).toMatchObject({
    away: [],
    errors: [{ line: 3, message: expect.stringMatching(/cannot be followed/) }],
  });
});

test("an archive whose job is a text, a list, or nested without end is no job", async () => {
  for (const told of ['"x"', "[1]", "7", "null", `${"[".repeat(100_000)}${"]".repeat(100_000)}`, '{"a":"\\ud800"}'])
    await expect(unzipArchive(zipSync({ "job.json": new TextEncoder().encode(told) }))).rejects.toMatchObject({
      path: expect.stringMatching(/^archive/),
      refusal: { code: "unreadable" },
    });
});
