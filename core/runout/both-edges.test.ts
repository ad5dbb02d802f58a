import fc from "fast-check";
import { expect, test } from "vitest";
import { midLine, widthVaries } from "./both-edges";

const line = fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 8, maxLength: 40 });

test("a rim of one width reads the same on both edges, whatever the second dial's zero", () => {
  fc.assert(
    fc.property(line, fc.double({ min: -3, max: 3, noNaN: true }), (middle, zero) => {
      const far = middle.map((v) => v + zero);
      midLine(middle, far).forEach((v, i) => {
        expect(v).toBeCloseTo(middle[i], 9);
      });
      expect(widthVaries(middle, far)).toBeCloseTo(0, 9);
    }),
  );
});

test("a width that varies leaves the middle where it is and is told in full; the far edge alone still counts", () => {
  fc.assert(
    fc.property(line, line, (middle, width) => {
      const n = Math.min(middle.length, width.length);
      const mean = width.slice(0, n).reduce((a, b) => a + b, 0) / n;
      const near = middle.slice(0, n).map((v, i) => v + (width[i] - mean) / 2);
      const far = middle.slice(0, n).map((v, i) => v - (width[i] - mean) / 2);
      midLine(near, far).forEach((v, i) => {
        expect(v).toBeCloseTo(middle[i], 9);
      });
      const w = width.slice(0, n);
      expect(widthVaries(near, far)).toBeCloseTo(Math.max(...w) - Math.min(...w), 9);
    }),
  );
  expect(midLine([0.1, null, 0.3], [0.3, 0.5, 0.5])[1]).toBeCloseTo(0.3, 9);
  expect(widthVaries([0.1, null], [0.1, 0.2])).toBeNull();
});
