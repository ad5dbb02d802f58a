import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bucklingTension, RimBuckles } from "@/core/mechanics/buckling";
import { answerTo, elasticWheel } from "@/core/mechanics/elastic-wheel";
import { ringFlexibility } from "@/core/mechanics/ring";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { drumWheel } from "@/core/wheel/wheel.test.rig";
import { chance } from "@/devices/random";
import { frameInfluences } from "./dense-frame.test.rig";

const worst = (ours: Float64Array, theirs: number[][]): number => {
  const n = theirs.length;
  let difference = 0;
  let largest = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      difference = Math.max(difference, Math.abs(ours[i * n + j] - theirs[i][j]));
      largest = Math.max(largest, Math.abs(theirs[i][j]));
    }
  return difference / largest;
};

describe("ring", () => {
  // Timoshenko, Strength of Materials, part II; Roark, circular rings case 1: D shortens by (π/4 − 2/π)·P·R³/EI.
  test("closes under two opposed loads as a thin ring does", () => {
    const radius = 220;
    const section = { EA: 1e14, EIradial: 2e9, EIlateral: 2e9, GJ: 1e9 };
    const flex = ringFlexibility(
      { radius, section, hoop: 0, foundation: { radial: 1e-12, tangential: 1e-12, lateral: 1e-12 } },
      4000,
    );
    let closing = 0;
    // Only even harmonics answer to two opposed loads; the mean (k = 0) is stretch, nil here.
    for (let k = 2; k <= 4000; k += 2) closing += 4 * flex.uu[k];
    expect(closing / (((Math.PI / 4 - 2 / Math.PI) * radius ** 3) / section.EIradial)).toBeCloseTo(1, 4);
  });

  // Hetényi, Beams on Elastic Foundation: w = P·β/(2k), β = (k/4EI)^¼, for a beam long against 1/β.
  test("on a stiff bed sinks under a point load as a long beam does", () => {
    const radius = 5000;
    const section = { EA: 1e3, EIradial: 1e9, EIlateral: 1e9, GJ: 1e12 };
    const bed = 20;
    const flex = ringFlexibility(
      { radius, section, hoop: 0, foundation: { radial: 1, tangential: 1, lateral: bed } },
      3000,
    );
    const sink = flex.ww.reduce((sum, x) => sum + x, 0);
    const beta = (bed / (4 * section.EIlateral)) ** 0.25;
    expect(sink / (beta / (2 * bed))).toBeCloseTo(1, 2);
  });
});

describe("elastic wheel", () => {
  test.each([
    ["steel 40 with unequal flanges", drumWheel()],
    [
      "alloy 36, 3 cross, dished",
      drumWheel(
        { holes: 36, erd: 560, section: "alloy", holeOffset: 0 },
        {
          hub: {
            A: { holes: 18, holeCircle: 90, toCentre: 37, holeDiameter: 4 },
            B: { holes: 18, holeCircle: 140, toCentre: 22, holeDiameter: 4 },
          },
          lacing: { A: { cross: 3 }, B: { cross: 2 } },
          offset: 4,
          rotation: "anticlockwise",
        },
      ),
    ],
  ])("agrees with a dense frame within one per cent: %s", (_, wheel) => {
    const ours = elasticWheel(wheelGeometry(wheel)).influences;
    const theirs = frameInfluences(wheel);
    expect(worst(ours.lateral, theirs.lateral)).toBeLessThan(0.01);
    expect(worst(ours.radial, theirs.radial)).toBeLessThan(0.01);
    expect(worst(ours.tension, theirs.tension)).toBeLessThan(0.01);
  });

  // Maxwell–Betti: the pull a shortened spoke puts in another is the pull it would get back.
  test("influences are reciprocal, and a slack spoke does nothing", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: 25, max: 40, noNaN: true }),
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.nat(11),
        (quarter, toCentre, offset, slack) => {
          const holes = quarter * 4;
          const hub = { holes: holes / 2, holeCircle: 120, toCentre, holeDiameter: 4 };
          const wheel = drumWheel(
            { holes },
            { hub: { A: hub, B: { ...hub, toCentre: 33 } }, lacing: { A: { cross: 1 }, B: { cross: 1 } }, offset },
          );
          const tensions = new Float64Array(holes).fill(1500);
          tensions[slack] = 0;
          const { tension, lateral } = elasticWheel(wheelGeometry(wheel), undefined, tensions).influences;
          for (let i = 0; i < holes; i++) {
            for (let j = 0; j < i; j++) expect(tension[i * holes + j]).toBeCloseTo(tension[j * holes + i], 4);
            expect(Math.abs(tension[i * holes + slack])).toBe(0);
            expect(Math.abs(lateral[i * holes + slack])).toBe(0);
          }
        },
      ),
      { numRuns: 20 },
    );
  });

  // A hair's breadth of one hole off its place and the wheel no longer repeats: it is solved whole and must say the same.
  test("solved in fours or whole, by matrix or for one set of turns, with spokes slack or none", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 5, max: 18 }), (seed, quarter) => {
        const luck = chance(seed);
        const n = quarter * 4;
        const hub = (toCentre: number) => ({
          holes: n / 2,
          holeCircle: luck.between(90, 170),
          toCentre,
          holeDiameter: 4,
        });
        const wheel = drumWheel(
          { holes: n, holeOffset: luck.between(0, 4) },
          {
            hub: { A: hub(33), B: hub(28) },
            lacing: { A: { cross: 1 }, B: { cross: 2 } },
            offset: luck.between(-3, 3),
          },
        );
        const even = wheelGeometry(wheel);
        const uneven = { ...even, pulls: even.pulls.map((p, i) => (i === 5 ? { ...p, z: p.z + 1e-7 } : p)) };
        const slack = Math.floor(luck.between(0, 4));
        const tensions = Float64Array.from({ length: n }, () => luck.between(300, 1800));
        for (let k = 0; k < slack; k++) tensions[Math.floor(luck.between(0, n - 1e-9))] = 0;
        const turned = Float64Array.from({ length: n }, () => luck.normal(0.3));
        const stiffness = { lateralScale: luck.between(0.5, 2), radialScale: luck.between(0.5, 2), share: 0.6 };
        const whole = elasticWheel(uneven, stiffness, tensions).influences;
        const ours = elasticWheel(even, stiffness, tensions).influences;
        const answer = answerTo(even, stiffness, tensions, turned);
        expect([whole.repeats, ours.repeats]).toEqual([false, !tensions.includes(0)]);
        for (const what of ["lateral", "radial", "tension"] as const) {
          const far = Math.max(...whole[what].map(Math.abs));
          const apart = ours[what].map((v, at) => Math.abs(v - whole[what][at]));
          expect(Math.max(...apart)).toBeLessThan(1e-6 * far);
          const missed = answer[what].map((v, i) => {
            for (let j = 0; j < n; j++) v -= whole[what][i * n + j] * turned[j];
            return Math.abs(v);
          });
          expect(Math.max(...missed)).toBeLessThan(1e-5 * far);
        }
      }),
      { numRuns: 40 },
    );
  });

  // A rim too stiff to bend on springs: all its spokes shortened alike move it nowhere and raise each tension by k·δ.
  test("a rigid rim on even spokes only gains tension", () => {
    const hub = { holes: 20, holeCircle: 150, toCentre: 32, holeDiameter: 4 };
    const wheel = drumWheel(
      { section: { EA: 1e10, EIradial: 1e13, EIlateral: 1e13, GJ: 1e13 } },
      { hub: { A: hub, B: hub } },
    );
    const built = elasticWheel(wheelGeometry(wheel));
    for (let i = 0; i < 40; i++) {
      let tension = 0;
      let lateral = 0;
      for (let j = 0; j < 40; j++) {
        tension += built.influences.tension[i * 40 + j];
        lateral += built.influences.lateral[i * 40 + j];
      }
      expect(tension / built.axial[i]).toBeCloseTo(1, 2);
      expect(Math.abs(lateral)).toBeLessThan(1e-6);
    }
  });

  test("past the buckling tension it is refused in words", () => {
    const geometry = wheelGeometry(drumWheel());
    const limit = bucklingTension(geometry, defaultStiffness(geometry.wheel), 200_000);
    expect(limit).toBeLessThan(200_000);
    expect(() => elasticWheel(geometry, undefined, new Float64Array(40).fill(limit * 1.2))).toThrow(RimBuckles);
    expect(() => elasticWheel(geometry, undefined, new Float64Array(40).fill(limit * 0.8))).not.toThrow();
  });
});
