import fc from "fast-check";
import { expect, test } from "vitest";
import { columnOf } from "./column";
import { ledger } from "./ledger";

const term = fc.record({
  label: fc.constant("a length"),
  times: fc.constantFrom(1, -1, 2, -2, 0.5, -0.5),
  // Hundredths, thousandths of an inch, and what a sum of its own came to.
  value: fc.oneof(
    fc.integer({ min: 1, max: 70_000 }).map((n) => n / 100),
    fc.integer({ min: 1, max: 25_000 }).map((n) => n * 0.0254),
    fc.double({ min: 0.01, max: 700, noNaN: true }),
  ),
});

test("the lines of a sum added up with a pencil come to the total beneath, which is the figure every place shows", () => {
  fc.assert(
    fc.property(
      fc.array(term, { minLength: 1, maxLength: 6 }),
      fc.constantFrom("mm", "inch", "thou"),
      (terms, unit) => {
        const sum = ledger("a sum", terms);
        const { terms: lines, total } = columnOf(sum, unit);
        const pencil = lines.reduce((all, line) => all + Number(line.replace("−", "-")), 0);
        const places = { mm: 2, inch: 4, thou: 0 }[unit];
        expect(Math.abs(pencil - Number.parseFloat(total))).toBeLessThanOrEqual(0.5001 * 10 ** -places);
        const mm = { mm: 1, inch: 25.4, thou: 0.0254 }[unit];
        expect(Number.parseFloat(total)).toBeCloseTo(sum.total / mm, places - 1e-9);
      },
    ),
    { numRuns: 3000 },
  );
});

test("lines have no more places than it takes", () => {
  const sum = (...values: number[]) =>
    ledger(
      "a sum",
      values.map((value) => ({ label: "", times: 1, value })),
    );
  expect(columnOf(sum(440.12, 3.5), "mm")).toEqual({ terms: ["+440.12", "+3.50"], total: "443.62" });
  // Three thousandths and two more are a hundredth that neither line shows.
  expect(columnOf(sum(1.003, 2.003), "mm")).toEqual({ terms: ["+1.003", "+2.003"], total: "3.01" });
});
