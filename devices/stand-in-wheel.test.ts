import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { placeSpokes } from "@/core/lacing/placement";
import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { BAND, bandMultiply, bandSolve, frameRing } from "./frame-ring";
import { hiddenWheel } from "./hidden-wheel";
import { chance } from "./random";
import { StandInWheel } from "./stand-in-wheel";

const wheel = readWheel(trialWheel("steel"));
const all = [...Array(40).keys()].map((i) => i + 1);
const quiet = { bareLateral: 0.001, bareRadial: 0.001, windUp: 0, readingNoise: 0, tensionNoise: 0, grain: 0, seam: 0 };
const evenly = (pull: number) =>
  new StandInWheel(wheel, hiddenWheel(7, "fresh", quiet), {
    natural: placeSpokes(wheel).map((s) => s.span - pull),
    wound: all.map(() => 0),
    bedded: true,
    readingsTaken: 0,
  });

describe("the stand-in wheel", () => {
  test("laced with equal spokes it is evenly tight, and its pulls balance along the axle and about it", () => {
    const stand = evenly(0.25);
    const spokes = placeSpokes(wheel);
    const pulls = all.map((s) => stand.truePull(s));
    for (const side of ["A", "B"] as const) {
      const own = pulls.filter((_, i) => spokes[i].flange === side);
      expect(Math.max(...own) / Math.min(...own)).toBeLessThan(1.03);
    }
    const lever = (i: number) =>
      (spokes[i].hubPoint[0] * spokes[i].rimPoint[1] - spokes[i].hubPoint[1] * spokes[i].rimPoint[0]) / spokes[i].span;
    const torque = pulls.reduce((sum, t, i) => sum + t * lever(i), 0);
    expect(Math.abs(torque)).toBeLessThan(0.002 * pulls.reduce((sum, t, i) => sum + Math.abs(t * lever(i)), 0));
    const axial = pulls.reduce(
      (sum, t, i) => sum + (t * (spokes[i].hubPoint[2] - spokes[i].rimPoint[2])) / spokes[i].span,
      0,
    );
    expect(Math.abs(axial)).toBeLessThan(
      0.05 *
        pulls.reduce(
          (sum, t, i) => sum + Math.abs((t * (spokes[i].hubPoint[2] - spokes[i].rimPoint[2])) / spokes[i].span),
          0,
        ),
    );
  });

  // Two programs that share nothing but the wheel file: a beam frame by Newton's method and a ring by harmonics.
  test("answers a small turn as the elastic wheel does, within 3 % of the largest", () => {
    const stand = evenly(0.3);
    const hidden = stand.hidden;
    const before = all.map((s) => [stand.trueLateral(s), stand.trueRadial(s), stand.truePull(s)]);
    stand.turn(6, 0.05);
    const { influences } = elasticWheel(
      wheelGeometry(wheel),
      hidden,
      before.map((b) => b[2]),
    );
    const column = [influences.lateral, influences.radial, influences.tension];
    column.forEach((matrix, what) => {
      const theirs = all.map(
        (s, i) =>
          ([stand.trueLateral(s), stand.trueRadial(s), stand.truePull(s)][what] - before[i][what]) / (0.05 * 0.635),
      );
      const largest = Math.max(...theirs.map(Math.abs));
      theirs.forEach((v, i) => {
        expect(Math.abs(v - matrix[i * 40 + 5]) / largest).toBeLessThan(0.03);
      });
    });
  });

  test("spokes only pull, and a stored state comes back as the same wheel, whatever is done to it", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e5 }),
        fc.array(fc.tuple(fc.integer({ min: 1, max: 40 }), fc.double({ min: -1, max: 1, noNaN: true })), {
          maxLength: 12,
        }),
        (seed, turns) => {
          const stand = new StandInWheel(wheel, hiddenWheel(seed));
          for (const [spoke, turn] of turns) stand.turn(spoke, turn);
          const pulls = all.map((s) => stand.truePull(s));
          expect(Math.min(...pulls)).toBeGreaterThanOrEqual(0);
          const again = new StandInWheel(wheel, stand.hidden, stand.state);
          all.forEach((s, i) => {
            expect(again.truePull(s)).toBeCloseTo(pulls[i], 2);
            expect(again.trueLateral(s)).toBeCloseTo(stand.trueLateral(s), 5);
          });
        },
      ),
      { numRuns: 8 },
    );
  });

  test("twist is held back until it is let go, then the whole turn has acted", () => {
    const twisted = new StandInWheel(wheel, { ...evenly(0.3).hidden, windUp: 0.12 }, evenly(0.3).state);
    const straight = evenly(0.3);
    twisted.turn(3, 0.5);
    straight.turn(3, 0.5);
    expect(twisted.truePull(3)).toBeLessThan(straight.truePull(3) - 50);
    twisted.destress();
    expect(twisted.truePull(3)).toBeCloseTo(straight.truePull(3), 3);
  });

  test("its noise is of the stated size and its seam stands over one hole of the hop alone", () => {
    const stand = new StandInWheel(wheel, hiddenWheel(9, "fresh", { grain: 0 }));
    const off = [...Array(400).keys()].map((i) => stand.readLateral((i % 40) + 1) - stand.trueLateral((i % 40) + 1));
    const sigma = Math.sqrt(off.reduce((sum, v) => sum + v * v, 0) / off.length);
    expect(sigma).toBeGreaterThan(0.017);
    expect(sigma).toBeLessThan(0.023);
    const seam = all.filter((s) => stand.readRadial(s) - stand.trueRadial(s) > 0.2);
    expect(seam).toHaveLength(1);
  });
});

test("the band solver solves: A·x from a random x gives x back", () => {
  const ring = frameRing(24, 220, { EA: 3e7, EIradial: 1e9, EIlateral: 1e10, GJ: 1e8 }, 0.1);
  const band = ring.stiffness.slice();
  for (let i = 0; i < ring.size; i++) band[i * (BAND + 1)] += 1e4;
  const luck = chance(3);
  const x = Float64Array.from({ length: ring.size }, () => luck.normal(1));
  const b = bandMultiply(band, ring.size, x);
  expect(bandSolve(band, ring.size, b)).toBe(true);
  x.forEach((v, i) => {
    expect(b[i]).toBeCloseTo(v, 6);
  });
});
