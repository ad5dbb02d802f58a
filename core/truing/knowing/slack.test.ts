import fc from "fast-check";
import { expect, test } from "vitest";
import { placeSpokes } from "@/core/lacing/placement";
import { readWheel } from "@/core/wheel/wheel-file";
import { chance } from "@/devices/random";
import { trialWheel } from "../trial-builds.test.rig";
import { lackOfSlack } from "./slack";

const spokes = placeSpokes(readWheel(trialWheel("many")));

test("what slack spokes lack is, in the mean, what was cut off: held against draws whose whole is known", () => {
  let [told, true_, sides] = [0, 0, 0];
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 150, max: 500 }), (seed, mean) => {
      const luck = chance(seed);
      const pulls = spokes.map(() => mean + luck.normal(350));
      const lack = lackOfSlack(
        spokes,
        pulls.map((t) => Math.max(0, t)),
      );
      for (const side of ["A", "B"] as const) {
        const cut = pulls.filter((t, i) => spokes[i].flange === side && t < 0);
        const found = lack[side];
        if (cut.length === 0) expect(found).toBeNull();
        if (!found || cut.length < 3) continue;
        expect(found.tension).toBeLessThan(0);
        expect(found.sigma).toBeGreaterThan(0);
        told += found.tension;
        true_ += cut.reduce((a, b) => a + b, 0) / cut.length;
        sides++;
      }
    }),
    { numRuns: 200 },
  );
  expect(sides).toBeGreaterThan(100);
  expect(told / true_).toBeGreaterThan(0.8);
  expect(told / true_).toBeLessThan(1.25);
});

test("none slack, none tight, or nothing read: nothing is told", () => {
  const none = { A: null, B: null };
  expect(
    lackOfSlack(
      spokes,
      spokes.map(() => 900),
    ),
  ).toEqual(none);
  expect(
    lackOfSlack(
      spokes,
      spokes.map(() => 0),
    ),
  ).toEqual(none);
  expect(
    lackOfSlack(
      spokes,
      spokes.map(() => null),
    ),
  ).toEqual(none);
});
