import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { customersFromCsv, customersToCsv } from "./customers";
import { roundsFromCsv, roundsToCsv } from "./rounds";

/** Names as people and spreadsheets write them: quotes, commas, formula signs, no spaces at the ends. */
const words = fc
  .string({ minLength: 1, maxLength: 30, unit: fc.constantFrom(..."abc ÄßΩ,;\"'=+-@0") })
  .map((s) => s.trim())
  // A quote before a formula sign is what a spreadsheet's own escape looks like.
  .filter((s) => s !== "" && !/^'[=+\-@]/.test(s));

describe("lists come back as they went", () => {
  test("customers, whatever their names hold", () => {
    const line = fc.record({ customer: words, telephone: words, mark: words, machine: words });
    fc.assert(
      fc.property(fc.uniqueArray(line, { selector: (l) => l.mark.toLowerCase(), maxLength: 12 }), (lines) => {
        fc.pre(lines.length > 0);
        const back = customersFromCsv(
          customersToCsv(
            lines.map((l) => ({ ...l, visits: 1 })),
            "point",
          ),
        );
        expect(back).toEqual({ lines, errors: [] });
      }),
    );
  });
  test("readings and turns, to the last figure", () => {
    const line = fc.record({
      round: fc.integer({ min: 1, max: 20 }),
      what: fc.constantFrom("lateral", "far-edge", "radial", "turn"),
      spoke: fc.integer({ min: 1, max: 40 }),
      value: fc.double({ min: -20, max: 20, noNaN: true }).map((v) => v + 0),
      takenAt: fc.constant("2026-11-23T10:00:00.000Z"),
    });
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 40 }), (lines) => {
        expect(roundsFromCsv(roundsToCsv(lines, "point"), 40)).toEqual({ lines, errors: [], passedOver: 0 });
      }),
    );
  });
});

describe("what is wrong is named by its line, and nothing is taken", () => {
  const rounds = (...lines: readonly string[]) =>
    roundsFromCsv(["round,what,spoke,value,taken_at", ...lines].join("\n"), 36);
  test.each([
    ["1,lateral,37,0.1,", "line 2: spoke: “37” will not do; a number from 1 to 36"],
    ["1,sideways,3,0.1,", "line 2: what: “sideways” will not do; lateral, far-edge, radial, offset, tension, turn"],
    ["1,turn,3,1000,", "line 2: value: “1000” will not do; a number from -20 to 20"],
    ["1,tension,3,-5,", "line 2: value: “-5” will not do; a number from 0 to 20000"],
    ["1.5,lateral,3,0.1,", "line 2: round: “1.5” is not a whole number"],
    ["1,lateral,3,,", "line 2: value: is empty"],
  ])("%s", (line, words) => {
    const read = rounds(line, "1,lateral,4,0.2,");
    expect(read.errors.map((e) => `line ${e.line}: ${e.message}`)).toEqual([words]);
    expect(read.lines).toEqual([]);
  });
  test("a comma for the point and semicolons between cells are read; notes are passed over and counted", () => {
    const read = roundsFromCsv("round;what;spoke;value;taken_at\n1;lateral;3;-0,25;\n1;note;3;212,5;\n", 36);
    expect([read.lines[0].value, read.passedOver, read.errors]).toEqual([-0.25, 1, []]);
  });
  test("a wheel without a mark, without a customer, or twice", () => {
    const read = customersFromCsv("customer,telephone,mark,machine\nA. Rook,1,,x\n,1,W-1,x\nB. Rook,1,w-1,x\n");
    expect(read.errors.map((e) => e.line)).toEqual([2, 3, 4]);
    expect(read.errors[2].message).toContain("line 3 already");
    expect(customersFromCsv("name\nx").errors[0].message).toContain("customer, telephone, mark, machine");
  });
});
