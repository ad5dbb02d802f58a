import fc from "fast-check";
import { expect, test } from "vitest";
import { totalBesideSeam } from "./beside-seam";
import { drawnAbout, drawnScale } from "./drawn";
import { medianOf } from "./median";

test("inside its band is what is inside the tolerance, wherever a line is drawn; a rim bent at one place is drawn about the rest", () => {
  const wave = fc.array(fc.tuple(fc.double({ min: -0.4, max: 0.4, noNaN: true }), fc.nat(7)), { maxLength: 4 });
  fc.assert(
    fc.property(
      wave,
      fc.double({ min: -9, max: 9, noNaN: true }),
      fc.double({ min: 0.05, max: 1.5, noNaN: true }),
      (waves, zero, limit) => {
        const line = [...Array(36).keys()].map((i) =>
          waves.reduce((sum, [size, k]) => sum + size * Math.cos((k + 1) * ((i * Math.PI) / 18) + k), zero),
        );
        const total = totalBesideSeam(line);
        const about = drawnAbout(line, limit);
        const beside = line.filter((_, i) => !total?.at.includes(i));
        expect(beside.every((v) => Math.abs(v - about) <= limit / 2 + 1e-9)).toBe((total?.beside ?? 0) <= limit + 1e-9);
        // Of its median it is moved no farther than half a band.
        expect(Math.abs(about - medianOf(beside))).toBeLessThanOrEqual(limit / 2 + 1e-9);
      },
    ),
  );
  const bent = [...Array(36).keys()].map((i) => (i > 8 && i < 14 ? 4 : 0));
  expect(drawnAbout(bent)).toBe(0);
  expect(Math.abs(drawnAbout(bent, 0.3))).toBeLessThanOrEqual(0.15);
  expect([0, 0.5, 0.51, 4.9, 7.2].map(drawnScale)).toEqual([0.5, 0.5, 1, 5, 8]);
});
