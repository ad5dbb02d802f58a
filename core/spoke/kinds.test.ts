import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { flangeToCentre } from "@/core/hub/flange";
import { placeSpokes, pointAt } from "@/core/lacing/placement";
import { offsetFromFlip, offsetFromGaps, offsetFromStraightEdge } from "@/core/offset/offset-methods";
import { erdInsideOut, erdOutsideIn } from "@/core/rim/effective-rim-diameter";
import { SWG_MM } from "@/core/spoke/gauge";
import { spokeKinds } from "@/core/spoke/kinds";
import { sideTensions } from "@/core/tension/balance";
import { toMm } from "@/core/units/lengths";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";

const wheel32 = (over: Partial<WheelInput> = {}): WheelInput => ({
  format: "tall-compass/wheel",
  version: 1,
  rim: { holes: 32, erd: 604, firstHole: "A" },
  hub: {
    A: { holes: 16, holeCircle: 60, toCentre: 46, holeDiameter: 2.5 },
    B: { holes: 16, holeCircle: 60, toCentre: 56.5, holeDiameter: 2.5 },
  },
  lacing: { A: { cross: 3 }, B: { cross: 3 } },
  spoke: { diameter: 2, threadPitch: 0.4536 },
  tension: { target: 1200 },
  ...over,
});

describe("check values of the trade (common practice)", () => {
  test("ERD outside in: 632 − 2·20 + 2·3 + 2·0.5 + 2·2.5 = 604, washers taken off make 602", () => {
    const rim = { outsideDiameter: 632, rimHeight: 20, bedThickness: 3, washer: 0.5, headToSlot: 2.5 };
    expect(erdOutsideIn(rim).total).toBe(604);
    expect(erdOutsideIn({ ...rim, washer: -0.5 }).total).toBe(602);
    expect(erdOutsideIn(rim).terms.map((t) => t.times * t.value)).toEqual([632, -40, 6, 1, 5]);
    expect(erdInsideOut(600, 3.5).total).toBe(607);
    expect(erdInsideOut(600, 2).total).toBe(604);
  });
  test("hub: 197 wide is 98.5 to the middle; 100 with flanges 15 and 13 in is 35 and 37", () => {
    expect(flangeToCentre(197, 0).total).toBe(98.5);
    expect([flangeToCentre(100, 15).total, flangeToCentre(100, 13).total]).toEqual([35, 37]);
  });
  test("offset: a 4 mm flip is 2 out, the rim stands towards the smaller gap, a 1 inch drop is 25.4", () => {
    expect(offsetFromFlip(4)).toBe(2);
    expect(offsetFromGaps(10, 14)).toBe(2);
    expect(offsetFromStraightEdge([toMm(1, "inch")], 50, 50.4)).toBeCloseTo(0, 12);
  });
  test("lengths: 604, hole circle 60, hole 2.5, 3 cross: 46 gives 294.2, 56.5 gives 296.0", () => {
    const { kinds } = spokeKinds(readWheel(wheel32()));
    expect(kinds.map((k) => [k.flange, k.lean, k.count, k.length.toFixed(1)])).toEqual([
      ["A", "trailing", 8, "294.2"],
      ["A", "leading", 8, "294.2"],
      ["B", "trailing", 8, "296.0"],
      ["B", "leading", 8, "296.0"],
    ]);
  });
  // BS 3737 (from memory): each gauge is about 0.894 of the one before, so no two may be out of order.
  test("wire gauges fall steadily and 10 is 0.128 inch", () => {
    const sizes = Object.keys(SWG_MM)
      .map(Number)
      .sort((a, b) => a - b)
      .map((g) => SWG_MM[g]);
    for (let i = 1; i < sizes.length; i++) expect(sizes[i] / sizes[i - 1]).toBeGreaterThan(0.85);
    for (let i = 1; i < sizes.length; i++) expect(sizes[i] / sizes[i - 1]).toBeLessThan(0.93);
    expect(SWG_MM[10]).toBeCloseTo(toMm(0.128, "inch"), 3);
  });
  test("tensions of an uneven wheel: the flatter side is the tighter", () => {
    const example = readWheel(
      wheel32({
        rim: { holes: 40, erd: 440, firstHole: "A", holeOffset: 3 },
        hub: {
          A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
          B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
        },
        lacing: { A: { cross: 2 }, B: { cross: 2 } },
        tension: { target: 2500 },
      }),
    );
    const sides = sideTensions(example, placeSpokes(example));
    expect(sides.B).toBe(2500);
    expect(Math.abs(sides.A - 2260)).toBeLessThan(10);
  });
});

const anyWheel = fc.record({
  quarter: fc.integer({ min: 5, max: 12 }),
  erd: fc.double({ min: 330, max: 620, noNaN: true }),
  circles: fc.tuple(fc.double({ min: 50, max: 190, noNaN: true }), fc.double({ min: 50, max: 190, noNaN: true })),
  reach: fc.tuple(fc.double({ min: 15, max: 50, noNaN: true }), fc.double({ min: 15, max: 50, noNaN: true })),
  cross: fc.tuple(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 0, max: 2 })),
  offset: fc.double({ min: -8, max: 8, noNaN: true }),
  stagger: fc.double({ min: 0, max: 5, noNaN: true }),
  first: fc.constantFrom("A" as const, "B" as const),
  rotation: fc.constantFrom("clockwise" as const, "anticlockwise" as const),
  seat: fc.constantFrom("bent" as const, "straight" as const),
  heads: fc.constantFrom("out" as const, "in" as const),
});
const build = (w: typeof anyWheel extends fc.Arbitrary<infer T> ? T : never) =>
  readWheel({
    ...wheel32(),
    rotation: w.rotation,
    rim: { holes: w.quarter * 4, erd: w.erd, firstHole: w.first, holeOffset: w.stagger },
    hub: {
      seat: w.seat,
      A: { holes: w.quarter * 2, holeCircle: w.circles[0], toCentre: w.reach[0], holeDiameter: 4 },
      B: { holes: w.quarter * 2, holeCircle: w.circles[1], toCentre: w.reach[1], holeDiameter: 4 },
    },
    offset: w.offset,
    lacing: { A: { cross: w.cross[0] }, B: { cross: w.cross[1] }, trailingHeads: w.heads },
  });

describe("any wheel", () => {
  test("each spoke's length is the law of cosines in three dimensions", () => {
    fc.assert(
      fc.property(anyWheel, (w) => {
        const wheel = build(w);
        for (const s of placeSpokes(wheel)) {
          const side = s.flange === "A" ? 0 : 1;
          const R = w.erd / 2;
          const r = w.circles[side] / 2;
          const theta = (w.cross[side] * 720 * Math.PI) / (w.quarter * 4 * 180);
          const across = w.reach[side] - w.stagger - (side === 0 ? w.offset : -w.offset);
          const length =
            Math.sqrt(R * R + r * r + across * across - 2 * R * r * Math.cos(theta)) - (w.seat === "bent" ? 2 : 0);
          expect(s.length).toBeCloseTo(length, 6);
        }
      }),
    );
  });
  test("every hole of hub and rim is used once, flanges alternate, fours go round, the valve has the widest gap", () => {
    fc.assert(
      fc.property(anyWheel, (w) => {
        const wheel = build(w);
        const spokes = placeSpokes(wheel);
        const n = spokes.length;
        for (const side of ["A", "B"] as const)
          expect(
            spokes
              .filter((s) => s.flange === side)
              .map((s) => s.hubHole)
              .sort((a, b) => a - b),
          ).toEqual([...Array(n / 2).keys()].map((i) => i + 1));
        spokes.forEach((s, i) => {
          expect(s.flange).not.toBe(spokes[(i + 1) % n].flange);
          expect([s.flange, s.lean, s.head]).toEqual([
            spokes[(i + 4) % n].flange,
            spokes[(i + 4) % n].lean,
            spokes[(i + 4) % n].head,
          ]);
          expect(s.lean).not.toBe(spokes[(i + 2) % n].lean);
        });
        if (w.cross[0] === 0 || w.cross[1] === 0) return;
        // Width of each gap half way from rim to hub, seen along the axle.
        const half = spokes.map((s) => [(s.rimPoint[0] + s.hubPoint[0]) / 2, (s.rimPoint[1] + s.hubPoint[1]) / 2]);
        const towards = (i: number) =>
          Math.sign(((spokes[i].turn as number) * -1 + (spokes[(i + 1) % n].turn as number)) / 2);
        expect(towards(n - 1)).toBe(1);
        const gap = (i: number) => Math.hypot(half[i][0] - half[(i + 1) % n][0], half[i][1] - half[(i + 1) % n][1]);
        for (let i = 0; i < n; i++)
          if (towards(i) <= 0)
            expect(gap(n - 1)).toBeGreaterThan(gap(i) - 1e-6 - Math.abs(w.circles[0] - w.circles[1]));
      }),
    );
  });
  test("trailing spokes point against the rotation going out, whichever way the wheel turns", () => {
    fc.assert(
      fc.property(anyWheel, (w) => {
        for (const s of placeSpokes(build(w))) {
          if (s.cross === 0) continue;
          // Going out, the angle changes by −turn·cross·720/n; clockwise is +.
          const outward = -s.turn;
          const forward = w.rotation === "clockwise" ? 1 : -1;
          expect(outward === -forward).toBe(s.lean === "trailing");
        }
      }),
    );
  });
  test("axes are right-handed: a quarter turn clockwise from the valve lies at −y", () => {
    expect(pointAt(100, 90, 5).map((x) => Math.round(x))).toEqual([0, -100, 5]);
  });
});

describe("what cannot be laced", () => {
  test.each([
    ["rim.holes", { rim: { holes: 0, erd: 604, firstHole: "A" } }],
    ["rim.holes", { rim: { holes: 34, erd: 604, firstHole: "A" } }],
    [
      "rim.erd",
      {
        rim: { holes: 32, erd: 110, firstHole: "A" },
        hub: {
          A: { holes: 16, holeCircle: 100, toCentre: 30, holeDiameter: 4 },
          B: { holes: 16, holeCircle: 100, toCentre: 30, holeDiameter: 4 },
        },
      },
    ],
    ["lacing.A.cross", { lacing: { A: { cross: 9 }, B: { cross: 3 } } }],
    [
      "hub.A.holes",
      {
        hub: {
          A: { holes: 18, holeCircle: 60, toCentre: 30, holeDiameter: 4 },
          B: { holes: 16, holeCircle: 60, toCentre: 30, holeDiameter: 4 },
        },
      },
    ],
    ["format", { format: "something/else" }],
    ["spoke.diameter", { spoke: { diameter: "thick", threadPitch: 0.5 } }],
  ])("%s is named", (path, over) => {
    expect(() => readWheel({ ...wheel32(), ...over })).toThrow(expect.objectContaining({ path }));
  });
});
