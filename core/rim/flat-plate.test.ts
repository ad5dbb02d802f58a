import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { flatPlate } from "./flat-plate";

describe("a bare rim on a flat plate", () => {
  test("a flat rim that only lies tilted has no bend, however it tilts and whichever holes were read", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(28, 32, 36, 40),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.constantFrom(1, 2),
        (n, tilt, to, every) => {
          const gaps = [...Array(n).keys()].map((i) =>
            i % every === 0 ? tilt * (1 + Math.cos((2 * Math.PI * (i + 0.5)) / n - to)) : null,
          );
          const plate = flatPlate(gaps);
          expect(plate?.total ?? 9).toBeLessThan(1e-9);
          expect(plate?.verdict).toBe("true");
        },
      ),
    );
  });
  test("a kink is found where it is, by its size, towards its side; few places are not judged", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 35 }), fc.double({ min: 1.5, max: 4, noNaN: true }), (at, size) => {
        const gaps = [...Array(36).keys()].map((i) => {
          const away = Math.min((i - at + 36) % 36, (at - i + 36) % 36);
          return Math.max(0, size * (1 - away / 3));
        });
        const plate = flatPlate(gaps);
        expect(plate?.worstHole).toBe(at + 1);
        expect(plate?.verdict).toBe("straighten");
        expect(plate?.text).toContain("towards the {A}");
        expect(Math.abs((plate?.total ?? 0) - size)).toBeLessThan(0.35 * size);
        expect(flatPlate(gaps.map((g, i) => (i < 7 ? g : null)))).toBeNull();
      }),
    );
  });
});
