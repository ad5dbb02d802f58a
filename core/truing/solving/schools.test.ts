import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { totalReading } from "../../runout/runout";
import { advise } from "../advise";
import { readAdvise } from "../advise-input";
import { trialWheel } from "../trial-builds.test.rig";
import { SCHOOLS, type School } from "./schools";

const wheel = trialWheel("steel");
const N = 40;

/** A wheel up to tension with a wave side to side and another of hop. */
const reading = (seed: number, lateral = 0.5, radial = 0.4) => {
  const luck = chance(seed);
  const wave = (size: number, k: number) => {
    const phase = luck.between(0, 6);
    return [...Array(N).keys()].map((i) => size * Math.cos((2 * Math.PI * k * i) / N - phase) + luck.normal(0.01));
  };
  return {
    lateral: wave(lateral / 2, 2),
    radial: wave(radial / 2, 3),
    tension: [...Array(N).keys()].map((i) => (i % 2 === 0 ? 2257 : 2500) * (1 + luck.normal(0.03))),
    offset: 0,
  };
};
const by = (school: School, seed: number, over: object = {}) =>
  advise(
    readAdvise({
      wheel,
      readings: reading(seed),
      tolerance: { lateral: 0.15, radial: 0.15, offset: 0.3, tensionSpread: 0.2 },
      school,
      ...over,
    }),
  );

describe("ways of working", () => {
  test("each keeps its own rule, whatever the wheel", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const made = Object.fromEntries(SCHOOLS.map((s) => [s, by(s, seed).turns])) as Record<School, number[]>;
        // As much off as on at every pair of neighbours.
        for (let i = 0; i < N; i += 2) expect(made.pairs[i] + made.pairs[i + 1] || 0).toBe(0);
        for (const t of made.tighten) expect(t).toBeGreaterThanOrEqual(0);
        // Worst first: one stretch of the rim, no more than four spokes each way.
        const touched = made.worst.flatMap((t, i) => (t === 0 ? [] : [i]));
        const within = [...Array(N).keys()].some((c) =>
          touched.every((i) => Math.min((i - c + N) % N, (c - i + N) % N) <= 4),
        );
        expect(within).toBe(true);
        expect(touched.length).toBeGreaterThan(0);
      }),
      { numRuns: 12 },
    );
  });
  test("what is put first gets truer than when the other is, and none beats everything at once by more than a step's worth", () => {
    let [firstL, firstR] = [0, 0];
    for (let seed = 1; seed <= 8; seed++) {
      const whole = by("at-once", seed);
      const lateral = by("lateral", seed);
      const radial = by("radial", seed);
      firstL += radial.forecast.lateralTir - lateral.forecast.lateralTir;
      firstR += lateral.forecast.radialTir - radial.forecast.radialTir;
      for (const school of SCHOOLS) {
        const a = by(school, seed);
        const worst = (x: typeof a) => Math.max(x.forecast.lateralTir, x.forecast.radialTir);
        expect(worst(a)).toBeGreaterThan(worst(whole) - 0.04);
        // What it costs is told, but for the default.
        if (school === "at-once") expect(a.school).toBeNull();
        else expect(a.school?.costs).toBeCloseTo(worst(a) - worst(whole), 1);
      }
    }
    expect(firstL).toBeGreaterThan(0);
    expect(firstR).toBeGreaterThan(0);
  });
  test("fewest nipples: inside the tolerance with a third of the touches, and one fewer of them would not do", () => {
    let [few, all] = [0, 0];
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const tolerance = { lateral: 0.5, radial: 0.5, offset: 0.5, tensionSpread: 0.2 };
        const over = { readings: reading(seed, 0.9, 0.5), tolerance, nipple: { step: 1 / 8 } };
        const [fewest, whole] = [by("fewest", seed, over), by("at-once", seed, over)];
        const count = (turns: readonly number[]) => turns.filter((t) => t !== 0).length;
        expect(fewest.forecast.lateralTir).toBeLessThan(0.5);
        expect(fewest.forecast.radialTir).toBeLessThan(0.5);
        for (const t of fewest.turns) expect(t * 8).toBeCloseTo(Math.round(t * 8), 9);
        few += count(fewest.turns);
        all += count(whole.turns);
      }),
      { numRuns: 12 },
    );
    expect(few).toBeLessThan(all / 2);
    expect(few).toBeGreaterThan(12);
  });
  test("from the third round on no more nipples are touched than are left of three a spoke, however far out it is", () => {
    const readings = reading(3);
    const all = new Array<number>(N).fill(1 / 16);
    const few = (rounds: number) =>
      by("at-once", 3, { readings, history: new Array(rounds).fill({ readings, turns: all, destressed: true }) }).turns;
    const count = (turns: readonly number[]) => turns.filter((t) => t !== 0).length;
    // Forty each in two rounds leave forty for two more; three rounds of forty leave none, and a tenth is let off.
    expect(count(few(2))).toBeLessThanOrEqual(20);
    expect(count(few(2))).toBeGreaterThan(0);
    expect(count(few(3))).toBeLessThanOrEqual(4);
    expect(count(few(3))).toBeGreaterThan(0);
    // After five rounds a quarter of its nipples is touched.
    const nearly = (readings: object) =>
      by("at-once", 3, {
        readings,
        tolerance: { lateral: 0.05, radial: 0.05, offset: 0.2, tensionSpread: 0.2 },
        history: new Array(5).fill({ readings, turns: all, destressed: true }),
      }).turns;
    expect(count(nearly(reading(3, 0.12, 0.1)))).toBeLessThanOrEqual(10);
    expect(count(few(5))).toBeLessThanOrEqual(10);
    expect(count(few(5))).toBeGreaterThan(0);
    // The few that are left are the ones that help.
    const now = Math.max(totalReading(readings.lateral), totalReading(readings.radial));
    const { forecast } = by("at-once", 3, {
      readings,
      history: new Array(2).fill({ readings, turns: all, destressed: true }),
    });
    expect(Math.max(forecast.lateralTir, forecast.radialTir)).toBeLessThan(now);
  });
});
