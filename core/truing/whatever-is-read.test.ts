import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { tries } from "@/core/tries.test.rig";
import { chance } from "@/devices/random";
import { RimBuckles } from "../mechanics/buckling";
import type { WheelInput } from "../wheel/wheel-file";
import { advise } from "./advise";
import { readAdvise } from "./advise-input";
import { reasonWords } from "./saying/reason-words";
import { SCHOOLS } from "./solving/schools";
import { type TrialBuild, trialWheel } from "./trial-builds.test.rig";

const BUILDS: readonly TrialBuild[] = ["steel", "alloy", "single-sided"];

/** Readings as a tired hand leaves them: holes not read, a wild one, spokes slack or not gauged, all far off the zero. */
const carelessly = (seed: number, n: number) => {
  const luck = chance(seed);
  const often = luck.between(0, 0.9);
  const line = (size: number) => {
    const [k, phase, zero] = [Math.floor(luck.between(0, 6)), luck.between(0, 6), luck.between(-4, 4)];
    return [...Array(n).keys()].map((i) => {
      if (luck.between(0, 1) < often) return null;
      const wild = luck.between(0, 1) < 0.03 ? luck.between(-5, 5) : 0;
      return zero + size * Math.cos((2 * Math.PI * k * i) / n - phase) + luck.normal(0.05) + wild;
    });
  };
  const gauged = luck.between(0, 1);
  return {
    lateral: line(luck.between(0, 3)),
    radial: line(luck.between(0, 2)),
    ...(gauged < 0.3
      ? {}
      : {
          tension: [...Array(n).keys()].map(() => {
            const kind = luck.between(0, 1);
            if (kind < 0.3) return null;
            return kind < 0.35 ? 0 : luck.between(100, 3500);
          }),
        }),
    offset: luck.between(0, 1) < 0.5 ? null : luck.between(-3, 3),
  };
};

describe("whatever is read", () => {
  test("the advice is one a hand can follow: whole steps, inside what the thread and the hand allow, the same each time", () => {
    let turned = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const luck = chance(seed);
        const wheel = trialWheel(BUILDS[seed % 3]);
        const n = wheel.rim.holes;
        const step = [1 / 32, 1 / 16, 1 / 8, 1 / 4][Math.floor(luck.between(0, 4))];
        const most = Math.ceil(luck.between(0, 3) / step) * step;
        const left = [...Array(n).keys()].map(() => {
          const kind = luck.between(0, 1);
          if (kind < 0.5) return null;
          return kind < 0.6 ? 0 : ([luck.between(0, 2), luck.between(0, 2)] as [number, number]);
        });
        const history = [...Array(Math.floor(luck.between(0, 3))).keys()].map((round) => ({
          readings: carelessly(seed * 7 + round, n),
          turns: [...Array(n).keys()].map(() => Math.round(luck.normal(4)) / 16),
          destressed: luck.between(0, 1) < 0.7,
        }));
        const input = readAdvise({
          wheel,
          readings: carelessly(seed, n),
          stage: luck.between(0.3, 1.1),
          school: SCHOOLS[Math.floor(luck.between(0, SCHOOLS.length))],
          ...(luck.between(0, 1) < 0.3 ? { tight: luck.between(0.05, 1) } : {}),
          nipple: { step, most, left },
          history,
        });
        let a: ReturnType<typeof advise>;
        try {
          a = advise(input);
        } catch (error) {
          expect(error).toBeInstanceOf(RimBuckles);
          return;
        }
        expect(a.turns).toHaveLength(n);
        a.turns.forEach((t, i) => {
          expect(Math.abs(t / step - Math.round(t / step)), `spoke ${i + 1} of ${seed}`).toBeLessThan(1e-6);
          expect(Math.abs(t)).toBeLessThanOrEqual(most + 1e-6);
          const thread = left[i];
          if (thread === null) return;
          const [slacken, tighten] = typeof thread === "number" ? [thread, thread] : thread;
          expect(t).toBeGreaterThanOrEqual(-slacken - 1e-6);
          expect(t).toBeLessThanOrEqual(tighten + 1e-6);
        });
        const { forecast: f } = a;
        for (const figure of [f.lateralTir, f.radialTir, f.offset, f.tensionMean, f.tensionSpread, ...f.lateral])
          expect(Number.isFinite(figure), `forecast of ${seed}`).toBe(true);
        expect(Math.min(...f.tension)).toBeGreaterThanOrEqual(0);
        if (a.verdict === "done" || a.verdict === "destress") expect(a.turns.every((t) => t === 0)).toBe(true);
        for (const r of a.reasons) {
          expect(reasonWords(r)).not.toMatch(/NaN|undefined|Infinity|null/);
          for (const s of r.spokes) expect(s >= 1 && s <= n).toBe(true);
        }
        expect(advise(input)).toEqual(a);
        if (a.turns.some((t) => t !== 0)) turned++;
      }),
      { numRuns: tries(120) },
    );
    expect(turned).toBeGreaterThan(tries(60));
  });

  test("where the dial was zeroed changes nothing", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: -300, max: 300 }), (seed, by) => {
        const wheel = trialWheel(BUILDS[seed % 3]);
        const readings = carelessly(seed, wheel.rim.holes);
        const moved = (line: readonly (number | null)[]) => line.map((r) => (r === null ? null : r + by / 100));
        const at = (r: object) => advise(readAdvise({ wheel, readings: { ...readings, ...r } }));
        const a = at({});
        const b = at({ lateral: moved(readings.lateral), radial: moved(readings.radial) });
        expect(b.verdict).toBe(a.verdict);
        expect(b.forecast.lateralTir).toBeCloseTo(a.forecast.lateralTir, 2);
        expect(b.forecast.radialTir).toBeCloseTo(a.forecast.radialTir, 2);
      }),
      { numRuns: tries(25) },
    );
  });

  // Common practice: a wheel has no first spoke but the one at the valve.
  test("the wheel turned on by four holes gets the same advice, four spokes on", () => {
    const truer: number[] = [];
    for (let seed = 1; seed <= 16; seed++) {
      const wheel = trialWheel(BUILDS[seed % 2]);
      const n = wheel.rim.holes;
      const luck = chance(seed * 31);
      const wave = (size: number) => {
        const [k, phase] = [Math.floor(luck.between(1, 5)), luck.between(0, 6)];
        return [...Array(n).keys()].map((i) => size * Math.cos((2 * Math.PI * k * i) / n - phase) + luck.normal(0.01));
      };
      const readings = {
        lateral: wave(0.5),
        radial: wave(0.3),
        tension: [...Array(n).keys()].map(() => luck.between(1900, 2700)),
        offset: luck.between(-0.5, 0.5),
      };
      const on = <T>(list: readonly T[]) => list.map((_, i) => list[(i + n - 4) % n]);
      const a = advise(readAdvise({ wheel, readings }));
      const b = advise(
        readAdvise({
          wheel,
          readings: {
            ...readings,
            lateral: on(readings.lateral),
            radial: on(readings.radial),
            tension: on(readings.tension),
          },
        }),
      );
      expect(b.verdict, `seed ${seed}`).toBe(a.verdict);
      // The search for whole steps goes round from spoke 1, so two answers may differ by a step here and there.
      const apart = on(a.turns).map((t, i) => Math.abs(t - b.turns[i]));
      expect(apart.reduce((x, y) => x + y, 0) / n, `seed ${seed}`).toBeLessThan(1 / 16);
      for (const what of ["lateralTir", "radialTir"] as const) truer.push(a.forecast[what] - b.forecast[what]);
    }
    // Neither is the truer one but by chance.
    const mean = truer.reduce((x, y) => x + y, 0) / truer.length;
    const scatter = Math.sqrt(truer.reduce((x, y) => x + y * y, 0) / truer.length);
    expect(Math.abs(mean)).toBeLessThan(0.02);
    expect(scatter).toBeLessThan(0.05);
  });

  test("seen from the other side, left and right and their spokes change places and the turns stay", () => {
    for (let seed = 1; seed <= 12; seed++) {
      const build = BUILDS[seed % 3];
      const wheel = trialWheel(build);
      const n = wheel.rim.holes;
      const seenFromB: WheelInput = {
        ...wheel,
        rim: { ...wheel.rim, firstHole: "B" },
        hub: { ...wheel.hub, A: wheel.hub.B, B: wheel.hub.A },
        lacing: { ...wheel.lacing, A: wheel.lacing.B, B: wheel.lacing.A },
      };
      const luck = chance(seed * 57);
      const wave = (size: number) => {
        const [k, phase] = [Math.floor(luck.between(1, 5)), luck.between(0, 6)];
        return [...Array(n).keys()].map((i) => size * Math.cos((2 * Math.PI * k * i) / n - phase) + luck.normal(0.01));
      };
      const readings = {
        lateral: wave(0.6),
        radial: wave(0.3),
        tension: [...Array(n).keys()].map(() => luck.between(1400, 2400)),
        offset: luck.between(-0.6, 0.6),
      };
      const a = advise(readAdvise({ wheel, readings }));
      const b = advise(
        readAdvise({
          wheel: seenFromB,
          readings: { ...readings, lateral: readings.lateral.map((v) => -v), offset: -readings.offset },
        }),
      );
      expect(b.verdict, `${build} ${seed}`).toBe(a.verdict);
      expect([...b.turns], `${build} ${seed}`).toEqual([...a.turns]);
      expect(b.forecast.offset).toBeCloseTo(-a.forecast.offset, 6);
      b.forecast.lateral.forEach((v, i) => {
        expect(v).toBeCloseTo(-a.forecast.lateral[i], 6);
      });
    }
  });
});
