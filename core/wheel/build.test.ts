import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { lacingSteps } from "@/core/lacing/steps";
import { sectionStiffness } from "@/core/rim/section";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { FIGURES } from "../figures/all-figures";
import { checkFigure } from "../figures/check-figure";
import { presets } from "../figures/presets";
import { spokeKinds } from "../spoke/kinds";
import { buildFromFigures as buildWheel, measuredSoFar } from "./build";
import { mostCrosses } from "./most-crosses";
import { type Progress, stageStates } from "./stages";
import { readWheel, type Wheel } from "./wheel-file";

describe("a wheel from figures", () => {
  test("with nothing measured every preset stands in, marked, and makes a wheel that can be laced", () => {
    const built = buildWheel({}, "new");
    expect(built.wheel).not.toBeNull();
    expect(new Set(built.assumed)).toEqual(new Set(Object.keys(presets({}))));
    expect(built.erd.terms.every((t) => t.assumed)).toBe(true);
  });
  test("a measured figure is no longer assumed and is carried into the wheel", () => {
    const built = buildWheel(
      {
        "rim.outsideDiameter": 632,
        "rim.height": 20,
        "rim.bedThickness": 3,
        "rim.washer": 0.5,
        "rim.headToSlot": 2.5,
        "hub.width": 197,
        "hub.A.fromFace": 0,
      },
      "",
    );
    expect(built.erd.total).toBe(604);
    expect(built.wheel?.rim.erd).toBe(604);
    expect(built.toCentre.A.total).toBe(98.5);
    expect(built.assumed).not.toContain("rim.height");
    expect(built.erd.terms.some((t) => t.assumed)).toBe(false);
    expect(built.toCentre.B.terms.map((t) => t.assumed ?? false)).toEqual([false, true]);
  });
  test("every holes, rim size and kind of hub told at the counter makes a wheel that can be laced", () => {
    for (const holes of [28, 32, 36, 40, 48])
      for (const size of ["16", "17", "18", "19", "20", "21"])
        for (const kind of ["full-width", "single-sided", "conical"])
          for (const seat of ["bent", "straight"]) {
            const told = { "rim.holes": holes, "rim.size": size, "hub.kind": kind, "hub.seat": seat };
            const built = buildWheel(told, "");
            expect(built.problem, JSON.stringify(told)).toBeNull();
            expect(built.doubts).toEqual([]);
            expect(spokeKinds(built.wheel as Wheel).warnings, JSON.stringify(told)).toEqual([]);
          }
  });
  test("rows, clocking, flange thickness and bores are carried into the wheel; measuring is done by any way to the ERD", () => {
    const built = buildWheel(
      {
        "rim.holes": 36,
        "rim.rod": 200,
        "rim.rodGap": 38,
        "hub.measuredFrom": "centre",
        "hub.A.fromCentre": 34,
        "hub.B.fromCentre": 31,
        "hub.A.holeCircle": 150,
        "hub.B.holeEdges": 126,
        "hub.B.holeDiameter": 4,
        "hub.A.thickness": 6,
        "hub.rows": "two",
        "hub.A.outerCircle": 158,
        "hub.A.rowStep": 5,
        "hub.clocking": "measured",
        "hub.clockingArc": 11.33,
        "lacing.overUnder": "laced",
      },
      "",
    );
    expect(built.erdMethod).toBe("rods");
    expect(built.assumed).not.toContain("rim.outsideDiameter");
    expect(measuredSoFar(built)).toBe("all");
    const { hub, rim, lacing } = built.wheel as Wheel;
    expect(rim.erd).toBe(438);
    expect(hub.A.rows).toEqual({
      inner: { holeCircle: 150, toCentre: 34 },
      outer: { holeCircle: 158, toCentre: 39 },
    });
    expect(hub.B.rows?.outer).toEqual({ holeCircle: 130, toCentre: 31 });
    expect(hub.A.thickness).toBe(6);
    // A chord of 11.33 on a circle of 130 is 10°: the flanges' half pitch at 36 holes.
    expect(hub.clockingDeg).toBeCloseTo(10, 2);
    expect(lacing.interlaced).toBe(true);
    expect(measuredSoFar(buildWheel({ "rim.holes": 36 }, ""))).toBe("none");
    expect(measuredSoFar(buildWheel({ "rim.holes": 36, "rim.rod": 200, "rim.rodGap": 38 }, ""))).toBe("some");
  });
  test("what makes no wheel is said at the figure it was measured as", () => {
    expect(buildWheel({ "rim.outsideDiameter": 200 }, "").problem).toMatchObject({
      name: "rim.outsideDiameter",
      message: expect.stringContaining("hub"),
    });
    expect(buildWheel({ "lacing.A.cross": 8 }, "").problem).toMatchObject({ name: "lacing.A.cross" });
    expect(buildWheel({ "rim.holes": 34 }, "").problem).toMatchObject({ name: "rim.holes" });
    expect(buildWheel({ "rim.holes": 36, "hub.A.holes": 16 }, "").problem).toMatchObject({ name: "hub.A.holes" });
  });
  test("whatever is typed at whatever figure is refused in words or kept as a finite figure", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(FIGURES)),
        fc.oneof(
          fc.string({ maxLength: 12 }),
          fc.double().map(String),
          fc.constantFrom("0", "-1", "1e9", "999999", "½", "A"),
        ),
        fc.constantFrom("mm" as const, "inch" as const, "thou" as const),
        (name, typed, unit) => {
          const checked = checkFigure(name, typed, unit);
          if (!checked.ok) expect(checked.message.length).toBeGreaterThan(15);
          else if (checked.value !== null) expect(Number.isFinite(checked.value)).toBe(true);
        },
      ),
    );
  });
});

describe("the line", () => {
  const bare: Progress = {
    kind: "rebuild",
    taken: [],
    measured: "none",
    hasBuild: false,
    buildStale: false,
    laced: false,
    rounds: 0,
    tensioned: false,
    trueEnough: false,
    signed: false,
    waitingFor: null,
  };
  const states = (over: Partial<Progress>) =>
    Object.fromEntries(stageStates({ ...bare, ...over }).map((s) => [s.stage, s.state]));
  test("one stage is next; a wait shows there; a signed job is done throughout", () => {
    expect(states({})["book-in"]).toBe("next");
    expect(states({ waitingFor: "plating" })["book-in"]).toBe("waiting");
    expect(Object.values(states({ signed: true })).every((s) => s === "done")).toBe(true);
    expect(Object.keys(states({ kind: "true-only" }))).toEqual(["book-in", "true", "hand-back"]);
  });
  test("a figure forgotten before stripping stays loud, a changed one shows on the lengths", () => {
    const all = ["offset.found", "rim.firstHole", "lacing.firstLean", "lacing.trailingHeads"];
    expect(states({ taken: all.slice(1), hasBuild: true })["book-in"]).toBe("missing");
    expect(states({ taken: all, hasBuild: true, buildStale: true }).spokes).toBe("changed");
    fc.assert(
      fc.property(
        fc.record({
          hasBuild: fc.boolean(),
          laced: fc.boolean(),
          rounds: fc.nat(4),
          trueEnough: fc.boolean(),
          taken: fc.subarray(all),
        }),
        (over) => {
          expect(Object.values(states(over)).filter((s) => s === "next").length).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
});

describe("the order of lacing", () => {
  test("every spoke once, inner spokes before outer ones, each told from the last, for any count and either first flange", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 12 }),
        fc.constantFrom("A" as const, "B" as const),
        fc.constantFrom("out" as const, "in" as const),
        fc.integer({ min: 0, max: 2 }),
        (quarter, firstHole, trailingHeads, cross) => {
          const flange = { holes: quarter * 2, holeCircle: 100, toCentre: 30, holeDiameter: 4 };
          const wheel = readWheel({
            ...trialWheel("steel"),
            rim: { holes: quarter * 4, erd: 480, firstHole },
            hub: { A: flange, B: flange },
            lacing: { A: { cross }, B: { cross }, trailingHeads },
          });
          const steps = lacingSteps(wheel);
          expect(new Set(steps.map((s) => s.spoke)).size).toBe(quarter * 4);
          const lastInner = steps.findLastIndex((s) => s.placed.head === "out");
          const firstOuter = steps.findIndex((s) => s.placed.head === "in");
          expect(lastInner).toBeLessThan(firstOuter);
          steps.forEach((s, i) => {
            const told = /(\d+) on from (\d+)$/.exec(s.text);
            if (told) expect(Number(told[2]) + Number(told[1])).toBe(s.spoke);
            else expect(s.text).toContain("from the valve");
            expect(s.n).toBe(i + 1);
          });
        },
      ),
      { numRuns: 40 },
    );
  });
  test("the most crosses is where one more would pass the hub by more than half a pitch", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 12 }),
        fc.double({ min: 350, max: 600, noNaN: true }),
        fc.double({ min: 40, max: 200, noNaN: true }),
        (quarter, erd, circle) => {
          const n = quarter * 4;
          const tangent = (Math.acos(circle / erd) * 180) / Math.PI;
          const most = mostCrosses(n, erd, circle);
          expect(most * (720 / n)).toBeLessThanOrEqual(tangent + 360 / n + 1e-6);
          expect((most + 1) * (720 / n)).toBeGreaterThan(tangent + 360 / n - 1e-6);
        },
      ),
    );
  });
});

test("presets of rims stiffen with width and are stated in the order the sections have", () => {
  const of = (section: "steel" | "alloy", width: number) =>
    sectionStiffness(readWheel({ ...trialWheel(section), rim: { ...trialWheel(section).rim, width } }).rim);
  for (const section of ["steel", "alloy"] as const) {
    const narrow = of(section, 40);
    const wide = of(section, 60);
    expect(wide.EIlateral / narrow.EIlateral).toBeGreaterThan(1.8);
    expect(wide.EA).toBeGreaterThan(narrow.EA);
    expect(wide.EIlateral).toBeGreaterThan(wide.EIradial);
  }
  const given = { EA: 1e7, EIradial: 1e9, EIlateral: 2e9, GJ: 1e8 };
  expect(
    sectionStiffness(readWheel({ ...trialWheel("steel"), rim: { ...trialWheel("steel").rim, section: given } }).rim),
  ).toEqual(given);
});
