import fc from "fast-check";
import { expect, test } from "vitest";
import type { Figures } from "../figures/newest";
import { buildFromFigures } from "./build";
import { figuresOfWheel } from "./figures-of-wheel";
import { standingOn } from "./stands-on";
import { wheelChanges } from "./wheel-changes";
import { readWheel, type WheelInput } from "./wheel-file";

const mm = (from: number, to: number) => fc.double({ min: from, max: to, noNaN: true });
const flange = (holes: number) =>
  fc.record(
    {
      holes: fc.constant(holes / 2),
      ...{
        holeCircle: mm(90, 200),
        toCentre: mm(-5, 60),
        holeDiameter: mm(3, 5),
        thickness: mm(3, 8),
        boreDeg: mm(20, 60),
      },
      rows: fc.record({ inner: fc.constant({}), outer: fc.record({ holeCircle: mm(90, 200), toCentre: mm(20, 60) }) }),
    },
    { requiredKeys: ["holes", "holeCircle", "toCentre", "holeDiameter"] },
  );
const own = { EA: mm(1e6, 1e8), EIradial: mm(1e8, 1e10), EIlateral: mm(1e8, 1e10), GJ: mm(1e8, 1e10) };

/** Any wheel a file may hold, with what no figure says of one too. */
const file: fc.Arbitrary<WheelInput> = fc.constantFrom(32, 36, 40).chain((holes) =>
  fc.record({
    ...{ format: fc.constant("tall-compass/wheel" as const), version: fc.constant(1 as const), name: fc.string() },
    rotation: fc.constantFrom("clockwise" as const, "anticlockwise" as const),
    rim: fc.record(
      {
        ...{ holes: fc.constant(holes), erd: mm(380, 560), firstHole: fc.constantFrom("A" as const, "B" as const) },
        ...{ holeOffset: mm(0, 4), width: mm(40, 70), centroidRadius: mm(180, 290) },
        section: fc.oneof(fc.constantFrom("steel" as const, "alloy" as const), fc.record(own)),
        drilling: fc.oneof(
          fc.constantFrom("laced" as const, "radial" as const),
          fc.record({ lateralDeg: mm(-8, 8), tangentialDeg: mm(-8, 8) }),
        ),
      },
      { requiredKeys: ["holes", "erd", "firstHole"] },
    ),
    hub: fc.record(
      {
        ...{ seat: fc.constantFrom("bent" as const, "straight" as const), A: flange(holes), B: flange(holes) },
        clockingDeg: fc.oneof(fc.constant(0), mm(-20, 20)),
      },
      { requiredKeys: ["A", "B"] },
    ),
    offset: mm(-15, 15),
    lacing: fc.record(
      {
        ...{ A: fc.record({ cross: fc.constantFrom(1, 2) }), B: fc.record({ cross: fc.constantFrom(1, 2) }) },
        ...{ trailingHeads: fc.constantFrom("in" as const, "out" as const), interlaced: fc.boolean() },
        firstLean: fc.constantFrom("trailing" as const, "leading" as const),
      },
      { requiredKeys: ["A", "B"] },
    ),
    spoke: fc.record(
      {
        ...{ diameter: mm(3, 4.2), threadPitch: mm(0.45, 0.7), modulus: mm(6e4, 2.1e5), share: mm(0.3, 0.9) },
        body: fc.record({ diameter: mm(2.5, 4), part: fc.constantFrom(0.75, 0.85, 0.4) }),
        ...{ inNipple: mm(10, 20), freeLength: fc.record({ A: mm(100, 200), B: mm(100, 200) }) },
      },
      { requiredKeys: ["diameter", "threadPitch"] },
    ),
    tension: fc.record({ target: mm(800, 3000) }),
  }),
);

const after = (settled: WheelInput, told: Figures = {}) =>
  standingOn(buildFromFigures({ ...figuresOfWheel(readWheel(settled)), ...told }, settled.name ?? ""), settled);

test("a wheel file put down as figures is that very wheel, also what no figure says of it", () => {
  fc.assert(
    fc.property(file, (settled) => {
      expect(wheelChanges(readWheel(settled), after(settled).wheel ?? readWheel(settled))).toEqual([]);
      expect(after(settled).problem).toBeNull();
    }),
    { numRuns: 300 },
  );
});

test("a figure told since changes what it is of, and nothing else", () => {
  const told: readonly (readonly [Figures, string])[] = [
    [{ "rim.erdGiven": 470 }, "rim.erd"],
    [{ "rim.section": "alloy" }, "rim.section"],
    [{ "hub.A.holeDiameter": 5.5 }, "hub.A.holeDiameter"],
    [{ "hub.B.fromCentre": 12.25 }, "hub.B.toCentre"],
    [{ "offset.wanted": 3.5 }, "offset"],
    [{ "lacing.B.cross": 3 }, "lacing.B.cross"],
    [{ "tension.target": 1234 }, "tension.target"],
  ];
  fc.assert(
    fc.property(file, fc.constantFrom(...told), (settled, [figures, path]) => {
      const now = after(settled, figures);
      fc.pre(now.wheel !== null);
      const changed = wheelChanges(readWheel(settled), now.wheel ?? readWheel(settled)).map((c) => c.path);
      // Stiffnesses of its own are a section's own, and one row's distance is the flange's.
      expect(changed.filter((c) => !c.startsWith(path) && !c.includes(".rows."))).toEqual([]);
    }),
    { numRuns: 300 },
  );
});
