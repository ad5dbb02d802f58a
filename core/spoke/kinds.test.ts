import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readFigures } from "@/core/figures/reader";
import { flangeToCentre } from "@/core/hub/flange";
import { holeCircleSums } from "@/core/hub/hole-circle";
import { placeSpokes, pointAt } from "@/core/lacing/placement";
import { offsetFromFrame, offsetSums, wantedOffset } from "@/core/offset/offset-methods";
import { erdInsideOut, erdOutsideIn, erdRods, erdRuleOfThumb } from "@/core/rim/effective-rim-diameter";
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
    const rim = {
      "rim.outsideDiameter": 632,
      "rim.height": 20,
      "rim.bedThickness": 3,
      "rim.washer": 0.5,
      "rim.headToSlot": 2.5,
    };
    const { ledger } = erdOutsideIn(readFigures(rim));
    expect(ledger.total).toBe(604);
    expect(ledger.terms.map((t) => t.times * t.value)).toEqual([632, -40, 6, 1, 5]);
    expect(erdOutsideIn(readFigures({ ...rim, "rim.washer": -0.5 })).ledger.total).toBe(602);
  });
  test("ERD inside out: nipple 3.5 is + 7, nipple 2 is + 4, the rule of thumb; two rods and the gap", () => {
    const inside = { "rim.insideDiameter": 600 };
    expect(erdInsideOut(readFigures({ ...inside, "rim.reach": 3.5 })).ledger.total).toBe(607);
    expect(erdInsideOut(readFigures({ ...inside, "rim.reach": 2 })).ledger.total).toBe(604);
    expect(erdRuleOfThumb(readFigures(inside)).ledger.total).toBe(604);
    expect(erdRods(readFigures({ "rim.rod": 280, "rim.rodGap": 44 })).ledger.total).toBe(604);
  });
  test("hub: 197 wide is 98.5 to the middle; 100 with flanges 15 and 13 in is 35 and 37", () => {
    const centre = (side: "A" | "B", figures: Record<string, number>) =>
      flangeToCentre(readFigures(figures), side).total;
    expect(centre("A", { "hub.width": 197, "hub.A.fromFace": 0 })).toBe(98.5);
    const hub = { "hub.width": 100, "hub.A.fromFace": 15, "hub.B.fromFace": 13 };
    expect([centre("A", hub), centre("B", hub)]).toEqual([35, 37]);
  });
  test("hole circle: near edges and a hole, or any chord of a drawn circle, come to the same", () => {
    const figures = (span: number) => {
      const at = (k: number) => [Math.cos((2 * Math.PI * k) / 18) * 76, Math.sin((2 * Math.PI * k) / 18) * 76];
      const [p, q] = [at(0), at(span)];
      return {
        "hub.A.holeEdges": 148,
        "hub.A.holeDiameter": 4,
        "hub.A.chord": Math.hypot(p[0] - q[0], p[1] - q[1]),
        "hub.A.chordSpan": span,
      };
    };
    for (const span of [1, 4, 9, 13])
      for (const sum of holeCircleSums(readFigures(figures(span)), "A", 18)) expect(sum.total).toBeCloseTo(152, 9);
  });
  test("offset: a 4 mm flip is 2 out, the rim stands towards the smaller gap, a 1 inch drop is 25.4", () => {
    const none = { A: { title: "", terms: [], total: 46 }, B: { title: "", terms: [], total: 40 } };
    const found = (figures: Record<string, number | string>) => offsetSums(readFigures(figures), none)[0].total;
    expect(found({ "offset.flipGap": 4 })).toBe(2);
    expect(offsetFromFrame(readFigures({ "offset.frameA": 10, "offset.frameB": 14 }))?.total).toBe(2);
    // Half the hub 68.4, face 18 to the drum's edge: 50.4 out; down an inch and half a 50 mm rim: 0.
    const edge = {
      "hub.width": 136.8,
      "offset.edgeFromFace": 18,
      "offset.edgeDepth": toMm(1, "inch"),
      "rim.width": 50,
    };
    expect(found({ ...edge, "offset.edgeSide": "A" })).toBeCloseTo(0, 12);
    expect(found({ ...edge, "offset.edgeSide": "A", "offset.edgeDepth": 20.4 })).toBeCloseTo(5, 12);
    expect(found({ ...edge, "offset.edgeSide": "B", "offset.edgeDepth": 20.4 })).toBeCloseTo(-5, 12);
    // Flanges 46 and 40 out, strings over a 50 mm rim 2 mm towards A stand 19 inside the one and 17 inside the other.
    expect(found({ "offset.stringA": 25 + 2 - 46, "offset.stringB": 25 - 2 - 40 })).toBe(2);
    expect(wantedOffset(readFigures({ "offset.wantedFrom": "flanges" }), null, none).total).toBe(3);
    // As found 5 towards A of the hub, and 2 towards A of the frame's middle: it must stand at 3.
    const frame = { "offset.found": 5, "offset.frameA": 10, "offset.frameB": 14, "offset.wantedFrom": "frame" };
    expect(wantedOffset(readFigures(frame), { title: "", terms: [], total: 5 }, none).total).toBe(3);
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
          A: { holes: 14, holeCircle: 60, toCentre: 30, holeDiameter: 4 },
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
