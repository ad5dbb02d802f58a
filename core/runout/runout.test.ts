import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { rimLine } from "@/core/runout/line";
import { harmonics, meanReading, totalReading } from "@/core/runout/runout";
import { chance } from "@/devices/random";

const wave = (n: number, parts: readonly (readonly [number, number, number])[], mean = 0) =>
  [...Array(n).keys()].map(
    (i) =>
      mean +
      parts.reduce((sum, [k, a, deg]) => sum + a * Math.cos(k * (((i + 0.5) * 360) / n - deg) * (Math.PI / 180)), 0),
  );

describe("run-out", () => {
  test("its parts are found again, whatever was left unread", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 18 }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 5, max: 170, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        (quarter, amplitude, phase, mean, gap) => {
          const readings: (number | null)[] = wave(
            quarter * 4,
            [
              [2, amplitude, phase],
              [1, 0.3, 40],
            ],
            mean,
          );
          for (let i = 0; i < gap; i++) readings[i * 7] = null;
          const found = harmonics(readings);
          expect(found[1].amplitude).toBeCloseTo(amplitude, 5);
          expect(Math.sin(((found[1].phaseDeg - phase) * Math.PI) / 180)).toBeCloseTo(0, 4);
          expect(found[0].amplitude).toBeCloseTo(0.3, 5);
          if (gap === 0) expect(meanReading(readings)).toBeCloseTo(mean, 9);
        },
      ),
      { examples: [[10, 0.5, 100, 0, 2]] },
    );
  });
  test("total reading is the highest less the lowest of what was read", () => {
    expect(totalReading([null, 0.2, -0.3, null])).toBeCloseTo(0.5, 12);
    expect(totalReading([null, 0.2])).toBe(0);
  });
});

describe("the rim's line", () => {
  test("a weld of 0.35 is put aside and measured, a long bend is not, over 100 noisy wheels", () => {
    let seams = 0;
    let falseAlarms = 0;
    let worstHeight = 0;
    for (let seed = 1; seed <= 100; seed++) {
      const luck = chance(seed);
      const line = wave(40, [
        [2, luck.between(0.1, 0.6), luck.between(0, 180)],
        [3, luck.between(0.05, 0.3), luck.between(0, 120)],
      ]);
      for (let i = 0; i < 6; i++) line[10 + i] += 0.8 * Math.sin((Math.PI * (i + 0.5)) / 6) ** 2;
      const at = Math.floor(luck.between(20, 39));
      const clean = line.map((v) => v + luck.normal(0.02));
      falseAlarms += rimLine(clean).masked.length > 0 ? 1 : 0;
      const welded = clean.map((v, i) => v + (i === at ? 0.35 : 0));
      const { seam, masked } = rimLine(welded);
      if (seam && masked.length === 1 && masked[0] === at) {
        seams++;
        worstHeight = Math.max(worstHeight, Math.abs(seam.height - 0.35));
      }
    }
    expect(seams).toBeGreaterThanOrEqual(97);
    expect(falseAlarms).toBeLessThanOrEqual(3);
    expect(worstHeight).toBeLessThan(0.12);
  });
  test("eight readings of a gentle rim give the holes between to within their stated range", () => {
    let inside = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const luck = chance(seed);
      const truth = wave(40, [
        [1, 0.3, luck.between(0, 360)],
        [2, luck.between(0, 0.4), luck.between(0, 180)],
      ]);
      const { at, sigma } = rimLine(truth.map((v, i) => (i % 5 === 0 ? v + luck.normal(0.02) : null)));
      if (truth.every((v, i) => Math.abs(at[i] - v) < 3 * sigma[i] + 0.02)) inside++;
    }
    expect(inside).toBeGreaterThanOrEqual(38);
  });
});
