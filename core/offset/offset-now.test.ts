import fc from "fast-check";
import { expect, test } from "vitest";
import type { Figures } from "../figures/newest";
import { buildFromFigures } from "../wheel/build";
import { offsetNow } from "./offset-now";

const mm = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((v) => v / 10);

/** A wheel of which everything is known, and where its rim stands, from the hub's middle, + towards A. */
const wheel = fc.record({
  hubWidth: mm(100, 160),
  rimWidth: mm(40, 60),
  flangeA: mm(20, 45),
  flangeB: mm(20, 45),
  stands: mm(-6, 6),
  wanted: mm(-5, 5),
  edgeSide: fc.constantFrom("A" as const, "B" as const),
  edgeFromFace: mm(-5, 20),
  /** The frame's middle from the hub's. */
  frame: mm(-4, 4),
  cameIn: mm(-6, 6),
});

test("every way tells the same of the same wheel, whatever offset is wanted; drawn out of its distances from one plane", () => {
  fc.assert(
    fc.property(wheel, (w) => {
      const gaps = (rim: number) => ({ A: 40 - (rim - w.frame), B: 40 + (rim - w.frame) });
      const figures: Figures = {
        "rim.holes": 40,
        "hub.width": w.hubWidth,
        "rim.width": w.rimWidth,
        "hub.A.fromFace": w.hubWidth / 2 - w.flangeA,
        "hub.B.fromFace": w.hubWidth / 2 - w.flangeB,
        "offset.wanted": w.wanted,
        "offset.wantedFrom": "figure",
        "offset.found": w.cameIn,
        "offset.frameA": gaps(w.cameIn).A,
        "offset.frameB": gaps(w.cameIn).B,
        "offset.edgeSide": w.edgeSide,
        "offset.edgeFromFace": w.edgeFromFace,
      };
      const { offsetWays } = buildFromFigures(figures, "t");
      const to = w.edgeSide === "A" ? 1 : -1;
      // Planes along the axle from the hub's middle: faces, drum's edge, the rim's two edges, flanges.
      const rimEdge = { A: w.stands + w.rimWidth / 2, B: w.stands - w.rimWidth / 2 };
      const edge = to * (w.hubWidth / 2 - w.edgeFromFace);
      const taken: Record<string, readonly number[]> = {
        direct: [w.stands - w.wanted],
        // What is left between gauge and the other face is twice how far the rim is out.
        flip: [2 * w.stands],
        edge: [to * (edge - rimEdge[w.edgeSide])],
        string: [rimEdge.A - w.flangeA, -rimEdge.B - w.flangeB],
        frame: [gaps(w.stands).A, gaps(w.stands).B],
      };
      expect(offsetWays.map((way) => way.key)).toEqual(Object.keys(taken));
      for (const way of offsetWays)
        expect(offsetNow(way, taken[way.key]), way.label).toBeCloseTo(w.stands - w.wanted, 5);
    }),
  );
});

test("a way that needs what nobody measured is not offered: a preset may be out by more than an offset", () => {
  const keys = (figures: Figures) => buildFromFigures(figures, "t").offsetWays.map((way) => way.key);
  const little = { "rim.holes": 40, "offset.edgeSide": "A", "offset.frameA": 30 };
  expect(keys(little)).toEqual(["direct", "flip"]);
  expect(keys({ ...little, "offset.edgeFromFace": 10, "hub.width": 140 })).not.toContain("edge");
  const flanges = { "hub.width": 140, "hub.A.fromFace": 30, "hub.B.fromFace": 34 };
  expect(keys({ ...little, ...flanges })).toContain("string");
  // Where the frame's middle is, nobody knows from its gaps alone.
  expect(keys({ ...little, "offset.frameB": 32, "offset.found": 1 })).toContain("frame");
});
