import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fromMm, type LengthUnit, toMm } from "@/core/units/lengths";
import { readLength } from "@/core/units/read-number";

describe("numbers as people write them", () => {
  test.each([
    ["0,25", 0.25],
    [".25", 0.25],
    ["1/4", 0.25],
    ["10thou", 0.254],
    ["10 thou", 0.254],
    ['1"', 25.4],
    ['15/16"', 23.8125],
    ["-.3", -0.3],
    ["−.3", -0.3],
    ["½", 0.5],
    ['1½"', 38.1],
    ['1 1/4"', 31.75],
    ["1-1/4 in", 31.75],
    ["+3 mm", 3],
    ["12.", 12],
  ])("%s is %d mm", (typed, mm) => {
    const read = readLength(typed);
    expect(read).toMatchObject({ ok: true, typed });
    if (read.ok) expect(read.mm).toBeCloseTo(mm, 10);
  });

  test.each(["", "abc", "1,2,3", "1,234.5", "1/0", "--3", "1e5", "0x10", "3 4", "NaN", "12 feet", "1/2/3"])(
    "“%s” is refused with what was given",
    (typed) => {
      const read = readLength(typed);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.message).toContain(`“${typed}”`);
    },
  );

  test("a comma that could be thousands is asked about, a plain one is not", () => {
    expect(readLength("1,250")).toMatchObject({ ok: true, value: 1.25, ask: expect.stringContaining("1250") });
    expect(readLength("0,250")).not.toHaveProperty("ask");
    expect(readLength("1,25")).not.toHaveProperty("ask");
  });

  test("whatever is written with a point or a comma, in any unit, comes back", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom<LengthUnit>("mm", "inch", "thou"),
        fc.boolean(),
        (whole, places, unit, comma) => {
          const value = whole / 10 ** places;
          const text = value.toFixed(places);
          const read = readLength(`${comma ? text.replace(".", ",") : text} ${unit}`);
          expect(read.ok).toBe(true);
          if (read.ok) {
            expect(read.value).toBeCloseTo(value, 9);
            // To the last figures of a double, whatever its size.
            expect(Math.abs(fromMm(toMm(value, unit), unit) - read.value)).toBeLessThanOrEqual(1e-14 * Math.abs(value));
          }
        },
      ),
    );
  });

  test("no text whatever makes it throw or give a figure that is not finite", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), (typed) => {
        const read = readLength(typed);
        if (read.ok) expect(Number.isFinite(read.mm)).toBe(true);
        else expect(read.message.length).toBeGreaterThan(10);
      }),
    );
  });
});
