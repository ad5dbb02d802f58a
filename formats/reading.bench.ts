import { strToU8, zipSync } from "fflate";
import { awayFromIcs } from "./away-ics";
import { unzipArchive } from "./job-archive";
import { customersFromCsv } from "./lists/customers";
import { gaugeFromCsv } from "./lists/gauge";
import { stockFromCsv } from "./lists/stock";

// How the reading of files from outside grows: each once with so much, once with twice as much; 2 is in proportion.

const times = (n: number, one: (i: number) => string) => [...Array(n).keys()].map(one).join("");
const day = (i: number) => new Date(Date.UTC(2027, 0, 1 + i)).toISOString().slice(0, 10).replaceAll("-", "");
const calendar = (events: string) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events}END:VCALENDAR\r\n`;
const event = (i: number, more = "") =>
  `BEGIN:VEVENT\r\nUID:${i}\r\nDTSTART:${day(i % 300)}T090000Z\r\nSUMMARY:x${more}\r\nEND:VEVENT\r\n`;
const ics = (text: string) => awayFromIcs(text, "Europe/London", "2026-11-27");

const CASES: readonly (readonly [string, number, (n: number) => string, (text: string) => unknown])[] = [
  ["customers, lines", 4000, (n) => `customer,machine,mark\n${times(n, (i) => `A ${i},B,M${i}\n`)}`, customersFromCsv],
  ["stock, lines of the wrong kind", 4000, (n) => `kind,name,size\n${times(n, (i) => `x,${i},y\n`)}`, stockFromCsv],
  ["gauge, lines", 900, (n) => `reading,tension_n\n${times(n, (i) => `${i},${i * 10}\n`)}`, gaugeFromCsv],
  ["calendar, events", 4000, (n) => calendar(times(n, (i) => event(i))), ics],
  [
    "calendar, one repeating event's moved days",
    200,
    (n) =>
      calendar(event(1, "\r\nRRULE:FREQ=DAILY") + times(n, (i) => event(1, `\r\nRECURRENCE-ID:${day(i)}T090000Z`))),
    ics,
  ],
  [
    "calendar, days left out",
    450,
    (n) => calendar(event(1, `\r\nRRULE:FREQ=DAILY${times(n, (i) => `\r\nEXDATE:${day(i)}T090000Z`)}`)),
    ics,
  ],
  [
    "archive, lines",
    20_000,
    (n) => `{"tables":{"readings":[${times(n, () => '{"value":0.1,"typed":"x"},')}{}]}}`,
    (t) => unzipArchive(zipSync({ "job.json": strToU8(t) })),
  ],
];

const took = async (work: () => unknown): Promise<number> => {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < 5; i++) {
    const began = performance.now();
    await work();
    best = Math.min(best, performance.now() - began);
  }
  return best;
};
const main = async (): Promise<void> => {
  for (const [name, n, make, read] of CASES) {
    const [once, twice] = [make(n), make(2 * n)];
    const [a, b] = [await took(() => read(once)), await took(() => read(twice))];
    console.log(
      `${name.padEnd(44)} ${String(n).padStart(6)}: ${a.toFixed(1).padStart(7)} ms, twice as many × ${(b / a).toFixed(2)}`,
    );
  }
};
void main();
