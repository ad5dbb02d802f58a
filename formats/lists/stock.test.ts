import fc from "fast-check";
import Papa from "papaparse";
import { expect, test } from "vitest";
import { stockFromCsv, stockToCsv } from "./stock";

const word = fc
  .string({ minLength: 1, maxLength: 20 })
  .map((s) => s.trim())
  .filter((s) => s.length > 0 && !s.startsWith("'"));

test("whatever stands in the drawers comes back from the list: commas, quotes, formulas, other letters", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          kind: fc.constantFrom("spoke" as const, "nipple" as const, "washer" as const),
          name: word,
          size: fc.option(fc.integer({ min: 1, max: 4000 }).map((n) => n / 10)),
          diameter: fc.option(fc.integer({ min: 1, max: 60 }).map((n) => n / 10)),
          pitch: fc.constant(null),
          place: fc.oneof(fc.constant(""), word, fc.constant("=1+1"), fc.constant('a "b", c')),
          reorderAt: fc.nat(100),
          held: fc.integer({ min: -5, max: 5000 }),
          price: fc.option(fc.integer({ min: 0, max: 9999 }).map((n) => n / 100)),
        }),
        { maxLength: 12 },
      ),
      (lines) => {
        const csv = stockToCsv(lines, "point");
        // A spreadsheet must not run what a name holds.
        for (const cell of Papa.parse<string[]>(csv).data.flat()) expect(cell).not.toMatch(/^[=@]/);
        const read = stockFromCsv(csv);
        expect(read.errors).toEqual([]);
        expect(read.lines).toEqual(lines);
      },
    ),
  );
});

test("ten thousand lines and one are refused, and no text whatever makes it throw or half read", () => {
  const header = "kind,name,size_mm,diameter_mm,pitch_mm,place,reorder_at,held";
  expect(stockFromCsv(`${header}\n${"spoke,a,1,1,,,0,1\n".repeat(10_001)}`).errors[0].message).toContain(
    "more than 10000",
  );
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), (text) => {
      const read = stockFromCsv(`${header}\n${text}`);
      if (read.errors.length > 0) expect(read.lines).toEqual([]);
    }),
  );
});
