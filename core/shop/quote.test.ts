import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { money, moneyWords, type Quoted, quoteOf } from "./quote";

const base: Quoted = {
  stages: [
    { stage: "lace", median: 45, from: 0 },
    { stage: "true", median: 62, from: 9 },
  ],
  together: { median: 107, low: 80, high: 140 },
  parts: [{ key: "part.170", label: "spokes, 170 mm", count: 42, each: 1.35, from: "drawer 3" }],
  told: [],
  hourlyRate: 48,
  taxPercent: 19,
  currency: "EUR",
};

describe("a quote", () => {
  test("hours to the quarter at the shop's rate, pieces at their price, tax on the sum (arithmetic)", () => {
    const q = quoteOf(base);
    expect(q.lines.map((l) => [l.label, l.count, l.amount])).toEqual([
      ["Lace", 0.75, 36],
      ["True", 1, 48],
      ["spokes, 170 mm", 42, 56.7],
    ]);
    expect([q.net, q.tax, q.total]).toEqual([140.7, 26.73, 167.43]);
    expect(q.hours).toEqual({ likely: 1.8, low: 1.3, high: 2.3 });
  });
  test("without a rate or a price nothing is made up: the line says so, and the total is without it", () => {
    const q = quoteOf({ ...base, hourlyRate: null });
    expect(q.unpriced).toEqual(["Lace", "True"]);
    expect(q.total).toBe(money(56.7 * 1.19));
  });
  test("what somebody told takes the place of what was worked out; a count of nothing takes it out; the rest stays", () => {
    const told = [
      { key: "work.lace", label: "Lace, old hub", count: 1.5, each: 48 },
      { key: "part.170", label: "spokes", count: 0, each: null },
      { key: "own.1", label: "plating, sent out", count: 1, each: 110 },
    ];
    expect(quoteOf({ ...base, told }).lines.map((l) => [l.label, l.amount])).toEqual([
      ["Lace, old hub", 72],
      ["True", 48],
      ["plating, sent out", 110],
    ]);
  });
  test("whatever is quoted, the lines printed add up to the net, and net and tax to the total, to the hundredth", () => {
    const price = fc.double({ min: 0, max: 9999, noNaN: true }).map(money);
    const line = fc.record({ count: fc.integer({ min: 0, max: 99 }), each: fc.option(price) });
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 12 }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (lines, taxPercent) => {
          const told = lines.map((l, i) => ({ key: `own.${i}`, label: `line ${i}`, ...l }));
          const q = quoteOf({ ...base, told, taxPercent });
          const printed = q.lines.map((l) => (l.amount === null ? 0 : Math.round(l.amount * 100)));
          const cents = (x: number) => Math.round(x * 100);
          expect(cents(q.net)).toBe(printed.reduce((a, b) => a + b, 0));
          expect(cents(q.total)).toBe(cents(q.net) + cents(q.tax));
          for (const x of [q.net, q.tax, q.total]) expect(Number(x.toFixed(2))).toBe(x);
        },
      ),
    );
  });
  test("money is written with its hundredths and its thousands apart", () => {
    expect(moneyWords(1240.5, "EUR")).toBe("1\u202f240.50 EUR");
    expect(moneyWords(0.05, "")).toBe("0.05");
  });
});
