import fc from "fast-check";
import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { totalBesideSeam } from "./beside-seam";

const wave = (seed: number) => {
  const luck = chance(seed);
  const phase = luck.between(0, 6);
  return [...Array(40).keys()].map((i) => 0.1 * Math.cos((i * Math.PI) / 10 + phase) + luck.normal(0.015));
};
const range = (x: readonly number[]) => Math.max(...x) - Math.min(...x);

test("a weld is told apart from the rest of the rim, a dent and an even rim are not taken for one", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 39 }), (seed, at) => {
      const plain = wave(seed);
      const without = plain.filter((_, i) => i !== at);
      const welded = totalBesideSeam(plain.map((v, i) => (i === at ? v + 0.5 : v)));
      expect(welded?.weld).toBe(true);
      expect(welded?.at).toEqual([at]);
      expect(welded?.beside).toBeCloseTo(range(without), 9);
      expect(welded?.whole).toBeGreaterThan(0.3);
      const dented = totalBesideSeam(plain.map((v, i) => (i === at ? v - 0.5 : v)));
      expect(dented?.beside).toBeCloseTo(dented?.whole ?? 0, 9);
      expect(dented?.whole).toBeGreaterThan(0.3);
    }),
    { numRuns: 60 },
  );
  expect(totalBesideSeam([0.1, null])).toBeNull();
  expect(totalBesideSeam([0.1, -0.2, null])).toEqual({
    whole: 0.30000000000000004,
    // Two readings of 0.02 mm each, 95 in 100.
    sure: 2 * Math.hypot(0.02, 0.02),
    beside: 0.30000000000000004,
    weld: false,
    at: [],
  });
});
