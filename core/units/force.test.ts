import fc from "fast-check";
import { expect, test } from "vitest";
import { checkFigure } from "../figures/check-figure";
import { type ForceUnit, NEWTON_PER } from "./forces";
import { readForce } from "./read-force";
import { showForce, showTension } from "./show-force";

test("a tension is read in whatever it is written in, and said again as it was told; a length is none", () => {
  const units: ForceUnit[] = ["N", "kgf", "lbf"];
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40_000 }),
      fc.constantFrom(...units),
      fc.constantFrom(...units),
      (tenths, unit, bench) => {
        const told = unit === "N" ? tenths : tenths / 10;
        const written = readForce(`${told} ${unit}`, bench);
        const bare = readForce(String(told), unit);
        if (!written.ok || !bare.ok) throw new Error("unread");
        expect(written.newton).toBeCloseTo(told * NEWTON_PER[unit], 9);
        expect(bare.newton).toBe(written.newton);
        expect(showForce(bare.newton, unit)).toBe(`${told} ${unit}`);
        expect(
          Math.abs(Number.parseFloat(showTension(bare.newton, unit)) * NEWTON_PER[unit] - bare.newton),
        ).toBeLessThanOrEqual(5);
      },
    ),
  );
  // 1200 N is about 122 kgf or 270 lbf: a usual ceiling for 2 mm spokes (common practice).
  expect([showTension(1200, "N"), showTension(1200, "kgf"), showTension(1200, "lbf")]).toEqual([
    "1200 N",
    "122 kgf",
    "270 lbf",
  ]);
  for (const [typed, newton] of [
    ["122 kgf", 1196.4113],
    ["122kg", 1196.4113],
    ["270 lbs", 1201.0199],
    ["1200n", 1200],
    ["1 200", null],
    ["80 mm", null],
    ['12"', null],
    ["", null],
  ] as const) {
    const read = readForce(typed);
    if (newton === null) expect(read.ok).toBe(false);
    else expect(read).toMatchObject({ ok: true, newton: expect.closeTo(newton, 3) });
  }
  expect(checkFigure("tension.target", "245", "kgf")).toMatchObject({
    ok: true,
    value: expect.closeTo(2402.63, 2),
    unit: "kgf",
  });
  expect(checkFigure("tension.target", "245 kgf", "mm")).toMatchObject({
    ok: true,
    value: expect.closeTo(2402.63, 2),
    unit: "kgf",
  });
  // What is unusual is said in what it was told in.
  expect(checkFigure("tension.target", "5", "kgf")).toMatchObject({
    doubt: expect.stringContaining("5 kgf is unusual here: mostly 61.2 kgf to 407.9 kgf"),
  });
  expect(checkFigure("tension.target", "80 in", "inch")).toMatchObject({ ok: false });
  // A count is in nothing, whatever lengths are in at the bench.
  expect(checkFigure("rim.holes", "36 mm", "mm")).toMatchObject({ ok: false });
});
