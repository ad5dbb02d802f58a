import fc from "fast-check";
import { expect, test } from "vitest";
import { sheetTrace } from "./trace";

test("drawn to a stated scale, about the rim beside its weld: inside the band only what is inside the tolerance", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.02, max: 12, noNaN: true }),
      fc.double({ min: -20, max: 20, noNaN: true }),
      fc.constantFrom(0.2, 0.5, 1.5),
      fc.option(fc.integer({ min: 0, max: 39 })),
      (size, zero, limit, weld) => {
        const rim = [...Array(40).keys()].map((i) => zero + (size / 2) * Math.cos((i * Math.PI) / 10));
        const read = rim.map((v, i) => (i % 7 === 3 && i !== weld ? null : v + (i === weld ? 6 * size : 0)));
        const drawn = sheetTrace(read, limit);
        if (!drawn) throw new Error("not drawn");
        const { scale, band, points } = drawn;
        expect(points.filter((p) => p.weld).map((p) => Math.round(p.turn * 40 - 0.5))).toEqual(
          weld === null ? [] : [weld],
        );
        // Nothing leaves the drawing, heights are mm over the scale.
        for (const p of points) expect(Math.abs(p.up)).toBeLessThanOrEqual(1 + 1e-9);
        const [a, b] = points;
        const value = (p: typeof a) => read[Math.round(p.turn * 40 - 0.5)] ?? Number.NaN;
        expect((a.up - b.up) * scale).toBeCloseTo(value(a) - value(b), 9);
        const beside = points.filter((p) => !p.weld).map((p) => p.up);
        const inside = (Math.max(...beside) - Math.min(...beside)) * scale <= limit + 1e-9;
        expect(beside.every((up) => Math.abs(up) <= band + 1e-9)).toBe(inside);
      },
    ),
  );
  expect(sheetTrace([null, 0.1, null], 0.5)).toBeNull();
});
