import fc from "fast-check";
import { expect, test } from "vitest";
import { readLength } from "./read-number";
import { showLength } from "./show-length";

test("a length shown in any unit is read back as the same length, to the last place shown", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -900, max: 900, noNaN: true }),
      fc.constantFrom("mm" as const, "inch" as const, "thou" as const),
      (mm, unit) => {
        const read = readLength(showLength(mm, unit), unit);
        expect(read.ok).toBe(true);
        if (read.ok)
          expect(Math.abs(read.mm - mm)).toBeLessThanOrEqual({ mm: 0.005, inch: 0.00127, thou: 0.0127 }[unit] + 1e-9);
      },
    ),
  );
});
