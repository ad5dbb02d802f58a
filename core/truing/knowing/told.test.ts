import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { agreed, type Told } from "./told";

/** What so many rounds say of one place that stands at 0.3 mm, each read to 0.02. */
const rounds = (seed: number, count: number): Told[] => {
  const luck = chance(seed);
  return Array.from({ length: count }, () => ({ value: 0.3 + luck.normal(0.02), variance: 0.02 ** 2 }));
};

describe("what the rounds say of a place", () => {
  test("read alike they are as sure as their mean, and what stands there is the rim's", () => {
    for (let seed = 1; seed <= 200; seed++) {
      const all = agreed(rounds(seed, 4));
      expect(all?.again).toBe(true);
      expect(Math.abs((all?.value ?? 9) - 0.3)).toBeLessThan(0.05);
      expect(Math.sqrt(all?.variance ?? 9)).toBeCloseTo(0.01, 3);
    }
    expect(agreed(rounds(1, 1))?.again).toBe(false);
    expect(agreed([])).toBeNull();
  });
  test("one slip among three or four is left out, whichever round it was in", () => {
    for (let seed = 1; seed <= 200; seed++)
      for (const count of [3, 4])
        for (let slip = 0; slip < count; slip++) {
          const told = rounds(seed, count).map((t, i) => (i === slip ? { ...t, value: t.value + 0.2 } : t));
          expect(Math.abs((agreed(told)?.value ?? 9) - 0.3)).toBeLessThan(0.05);
          expect(agreed(told)?.again).toBe(true);
        }
  });
  test("of two that differ neither is believed more than it is apart from the other", () => {
    const [a, b] = rounds(3, 2);
    const two = agreed([a, { ...b, value: b.value + 0.4 }]);
    expect(two?.again).toBe(false);
    expect(Math.sqrt(two?.variance ?? 0)).toBeGreaterThan(0.15);
  });
});
