import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { outcome } from "./aim";
import { handSteps } from "./hand-steps";
import { costOf, smallAim } from "./small-aim.test.rig";
import { solveAim } from "./solve-aim";
import { squaresOf } from "./squares";

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
      const found = costOf(aim, handSteps(aim, solveAim(aim) ?? new Float64Array(6), step, 0, 6));
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
      const turns = handSteps(aim, wished, step, luck.between(0, 0.05), most);
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

  // A step changed in the middle of a round: an eighth was made, quarters are turned from here on.
  test("a turn made by another step stays what it is, and more that must be turned than may be touched are", () => {
    const luck = chance(7);
    const made = [0.125, 0, -0.375];
    const plain = smallAim(luck, 12, 1);
    const bound = (by: number) => plain.low.map((_, i) => (made[i] ?? (by > 0 ? 1 : -1)) + by * 1e-9);
    const aim = { ...plain, low: bound(-1), high: bound(1) };
    for (const most of [12, 1]) {
      const turns = handSteps(aim, solveAim(aim) ?? new Float64Array(12), 0.25, 0, most);
      made.forEach((t, i) => {
        expect(turns[i]).toBeCloseTo(t, 12);
      });
      expect(turns.filter((t) => t !== 0).length).toBeLessThanOrEqual(Math.max(2, most));
    }
  });
});
