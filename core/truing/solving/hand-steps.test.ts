import { describe, expect, test } from "vitest";
import { type Chance, chance } from "@/devices/random";
import { type Aim, outcome, trouble } from "./aim";
import { handSteps } from "./hand-steps";
import { solveAim } from "./solve-aim";
import { squaresOf } from "./squares";

/** A small wheel of no particular make: neighbours answer alike, sides pull against each other. */
const smallAim = (luck: Chance, n: number, reach: number): Aim => {
  const near = (i: number, j: number) => Math.min((i - j + n) % n, (j - i + n) % n);
  const matrix = (size: number, fall: number, sided: boolean) =>
    Float64Array.from({ length: n * n }, (_, k) => {
      const [i, j] = [Math.floor(k / n), k % n];
      return size * Math.exp(-near(i, j) / fall) * (sided && j % 2 ? -1 : 1) * luck.between(0.9, 1.1);
    });
  return {
    n,
    lateral: Float64Array.from({ length: n }, () => luck.normal(0.06)),
    radial: Float64Array.from({ length: n }, () => luck.normal(0.04)),
    tension: Float64Array.from({ length: n }, () => 1000 + luck.normal(60)),
    offset: luck.normal(0.05),
    perTurn: {
      lateral: matrix(0.4, 1.5, true),
      radial: matrix(0.2, 1, false).map((v) => -v),
      tension: matrix(900, 0.5, false),
      offset: Float64Array.from({ length: n }, (_, j) => (j % 2 ? -0.04 : 0.04)),
    },
    repeats: false,
    wanted: new Float64Array(n).fill(1000),
    counted: new Float64Array(n).fill(1),
    floor: new Float64Array(n).fill(800),
    ceiling: new Float64Array(n).fill(1200),
    low: new Float64Array(n).fill(-reach - 1e-9),
    high: new Float64Array(n).fill(reach + 1e-9),
    rough: false,
    reach: null,
    weights: { lateral: 0.05, radial: 0.05, offset: 0.05, spread: 0.2, mean: 0.05 },
  };
};
const costOf = (aim: Aim, x: Float64Array): number =>
  trouble(
    aim,
    outcome(aim, x),
    x.reduce((sum, t) => sum + t * t, 0),
  );

describe("steps of a hand", () => {
  const step = 1 / 16;
  // Every way there is, tried: six nipples, five places each.
  test("come to the best of all ways on small wheels, nearly always, and never far from it", () => {
    let best = 0;
    let worst = 0;
    const wheels = 60;
    for (let seed = 1; seed <= wheels; seed++) {
      const aim = smallAim(chance(seed), 6, 2 * step);
      const x = new Float64Array(6);
      let least = Number.POSITIVE_INFINITY;
      for (let way = 0; way < 5 ** 6; way++) {
        for (let i = 0, left = way; i < 6; i++, left = Math.floor(left / 5)) x[i] = ((left % 5) - 2) * step;
        least = Math.min(least, costOf(aim, x));
      }
      const found = costOf(aim, handSteps(aim, solveAim(aim) ?? new Float64Array(6), step, 0, 6, 40));
      expect(found).toBeGreaterThanOrEqual(least - 1e-9);
      if (found <= least + 1e-9) best++;
      worst = Math.max(worst, found / least - 1);
    }
    expect(best / wheels).toBeGreaterThan(0.85);
    expect(worst).toBeLessThan(0.25);
  });

  test("keep bounds, whole steps and the most touches; and the sum of squares they go by is the sum itself", () => {
    for (let seed = 100; seed < 160; seed++) {
      const luck = chance(seed);
      const n = 4 * Math.round(luck.between(2, 10));
      const aim = {
        ...smallAim(luck, n, 1),
        low: Float64Array.from({ length: n }, () => -luck.between(0, 0.6)),
        high: Float64Array.from({ length: n }, () => luck.between(0, 0.6)),
      };
      const most = Math.round(luck.between(1, n));
      const wished = solveAim(aim) ?? new Float64Array(n);
      const turns = handSteps(aim, wished, step, luck.between(0, 0.05), most, 10);
      let touched = 0;
      turns.forEach((t, i) => {
        expect(Math.abs(t / step - Math.round(t / step))).toBeLessThan(1e-9);
        expect(t).toBeGreaterThanOrEqual(aim.low[i] - 1e-9);
        expect(t).toBeLessThanOrEqual(aim.high[i] + 1e-9);
        if (t !== 0) touched++;
      });
      expect(touched).toBeLessThanOrEqual(most);
      // at + q·x + ½·xᵀPx and the window and bands beside it make up all of the trouble.
      const { P, q, at } = squaresOf(aim);
      let squares = at;
      for (let i = 0; i < n; i++) {
        squares += q[i] * turns[i];
        for (let j = 0; j < n; j++) squares += (turns[i] * P[i * n + j] * turns[j]) / 2;
      }
      const after = outcome(aim, turns);
      const past = Math.max(
        0,
        ...after.tension.map((t, i) => Math.max(t - aim.ceiling[i], aim.floor[i] - t) / aim.wanted[i]),
      );
      const bands = (after.lateralTir / aim.weights.lateral) ** 2 + (after.radialTir / aim.weights.radial) ** 2;
      const whole = costOf(aim, turns);
      expect(Math.abs(squares + bands + 200 * past + 30_000 * past ** 2 - whole)).toBeLessThan(
        1e-7 * Math.max(1, whole),
      );
    }
  });
});
