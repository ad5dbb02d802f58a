import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { costOf, smallAim } from "./small-aim.test.rig";
import { squaresOf } from "./squares";
import { standing } from "./standing";

test("a move comes to what the whole sum says, never to less than its bound, and past what was asked it is only said to be past it", () => {
  const step = 1 / 16;
  for (let seed = 1; seed <= 60; seed++) {
    const luck = chance(seed);
    const n = 4 * Math.round(luck.between(1, 10));
    const plain = smallAim(luck, n, 1);
    const line = () => {
      const any = Float64Array.from({ length: n }, () => luck.normal(0.05));
      return any.map((v) => v - any.reduce((a, b) => a + b, 0) / n);
    };
    const aim =
      seed % 2
        ? plain
        : { ...plain, reach: { lateral: line(), radial: line(), freeLateral: 0.1, freeRadial: luck.between(0, 1) } };
    const at = standing(aim, squaresOf(aim), step);
    const nipple = () => Math.floor(luck.between(0, n - 1e-9));
    const turn = () => Math.round(luck.between(-4, 4));
    for (let move = 0; move < 40; move++) {
      const [i, u, w] = [nipple(), turn(), turn()];
      // Twice the same nipple is no move of two.
      const j = (i + 1 + Math.floor(luck.between(0, n - 1 - 1e-9))) % n;
      const turns = Float64Array.from(at.steps, (s) => s * step);
      turns[i] += u * step;
      turns[j] += w * step;
      const comesTo = costOf(aim, turns);
      const near = 1e-9 * Math.max(1, comesTo);
      expect(Math.abs(at.troubleAfter(i, u, j, w, Number.POSITIVE_INFINITY) - comesTo)).toBeLessThan(near);
      expect(at.atLeast(i, u, j, w)).toBeLessThan(comesTo + near);
      expect(at.troubleAfter(i, u, j, w, comesTo * 0.9)).toBeGreaterThanOrEqual(comesTo * 0.9);
      if (move % 3 === 0) at.turn(i, u);
    }
  }
});
