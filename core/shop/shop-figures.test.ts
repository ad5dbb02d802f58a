import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type HandedBack, type ShopRecord, type Stay, shopFigures } from "./shop-figures";

const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString().slice(0, 10);
/** Half the wheel stands over: no weld. */
const line = (size: number) => [...Array(8).keys()].map((i) => (i >= 2 && i <= 5 ? size : 0));
const handed = (
  jobId: string,
  wheelId: string,
  opened: number,
  finished: number,
  over: Partial<HandedBack> = {},
): HandedBack => ({
  jobId,
  wheelId,
  mark: wheelId,
  machine: "",
  kind: "rebuild",
  opened: day(opened),
  finished: day(finished),
  minutes: {},
  lateral: line(0.2),
  radial: line(0.1),
  tension: null,
  tolerance: { lateral: 0.3, radial: 0.3 },
  ...over,
});
const monthsOf = (days: readonly string[]) =>
  new Map([...new Set(days.map((d) => d.slice(0, 7)))].map((m) => [m, days.filter((d) => d.startsWith(m)).length]));
/** A shop's record as a database would count it. */
const record = (stays: readonly Stay[], newest: readonly HandedBack[]): ShopRecord => ({
  takenIn: monthsOf(stays.map((s) => s.opened)),
  handedBack: monthsOf(stays.flatMap((s) => (s.finished === null ? [] : [s.finished]))),
  stays,
  newest,
});

describe("figures of the shop", () => {
  test("every wheel is counted once in the month it came and once in the month it left", () => {
    const visit = fc.record({ opened: fc.integer({ min: 40, max: 300 }), stays: fc.integer({ min: 0, max: 60 }) });
    fc.assert(
      fc.property(fc.array(visit, { maxLength: 30 }), (visits) => {
        const jobs = visits.map((v, i) => handed(`j${i}`, `w${i}`, v.opened, v.opened + v.stays));
        const { months, back, left } = shopFigures(record(jobs, jobs), "2026-12-31");
        const sum = (pick: (m: (typeof months)[number]) => number) => months.reduce((a, m) => a + pick(m), 0);
        expect(months.map((m) => m.month).slice(0, 2)).toEqual(["2026-01", "2026-02"]);
        expect(sum((m) => m.takenIn)).toBe(jobs.length);
        expect(sum((m) => m.handedBack)).toBe(jobs.filter((j) => j.finished < "2027").length);
        // Every wheel of its own: none came back.
        expect(back).toEqual([]);
        expect(left).toHaveLength(jobs.length);
      }),
    );
  });
  test("a wheel seen again within the year came back, counted from the visit before; after it, it is a new job", () => {
    const first = handed("a", "w", 0, 10);
    const second = handed("b", "w", 40, 45, { kind: "true-only" });
    const later: Stay = { ...first, jobId: "c", opened: day(45 + 366), finished: null };
    const { back, days } = shopFigures(record([first, second, later], [first, second]), "2026-12-31");
    expect(back).toEqual([
      { jobId: "b", wheelId: "w", mark: "w", kind: "true-only", left: day(10), cameBack: day(40), days: 30 },
    ]);
    expect(days).toEqual([
      { kind: "rebuild", median: 10, low: 10, high: 10, from: 1 },
      { kind: "true-only", median: 5, low: 5, high: 5, from: 1 },
    ]);
  });
  test("how true it left is told against the tolerance asked for, and only where it was read", () => {
    const left = shopFigures(
      record(
        [],
        [
          handed("in", "1", 0, 1),
          handed("out", "2", 0, 2, { lateral: line(0.4) }),
          handed("unread", "3", 0, 3, { radial: [0.1, null, null] }),
        ],
      ),
      "2026-12-31",
    ).left;
    expect(left.map((l) => [l.jobId, l.inside])).toEqual([
      ["in", true],
      ["out", false],
    ]);
    expect(left[1].lateral).toBeCloseTo(0.4, 9);
  });
});
