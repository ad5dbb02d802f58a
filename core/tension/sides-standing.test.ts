import fc from "fast-check";
import { expect, test } from "vitest";
import { elasticWheel } from "../mechanics/elastic-wheel";
import { defaultStiffness } from "../mechanics/stiffness";
import { wheelGeometry } from "../mechanics/wheel-geometry";
import { trialWheel } from "../truing/trial-builds.test.rig";
import { readWheel } from "../wheel/wheel-file";
import { sideTensions } from "./balance";
import { sidesStanding } from "./sides-standing";
import { STAGINGS, type Staging, stagedRounds } from "./staging";
import type { SpokeTension } from "./told";

const wheel = readWheel({ ...trialWheel("steel"), offset: 4 });
const geometry = wheelGeometry(wheel);
const { spokes } = geometry;
const wanted = sideTensions(wheel, spokes);
const elastic = elasticWheel(geometry, defaultStiffness(wheel));
const NOT_READ: SpokeTension = {
  ...{ tension: null, low: null, high: null, way: null, note: null, cents: null, torque: null, doubt: null },
};
const unread = spokes.map(() => NOT_READ);
const nothing = { spokes, tensions: unread, wanted, broughtTo: null, told: null, covered: false };
/** Read at these spokes, each so tight as a part of what its side should have. */
const readAt = (at: readonly number[], part: number) =>
  unread.map((t, i) => (at.includes(i + 1) ? { ...t, tension: part * wanted[spokes[i].flange] } : t));

test("what nobody read is never nought: reckoned from the other side, the turns, what was told; else it is not known", () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: spokes.length }), { minLength: 1, maxLength: 6 }),
      fc.double({ min: 0.05, max: 1.3, noNaN: true }),
      (at, part) => {
        const standing = sidesStanding({ ...nothing, tensions: readAt(at, part) });
        // A wheel as tight everywhere as where it was read stands so on both sides, whichever was read.
        for (const side of ["A", "B"] as const) expect(standing?.[side].newton).toBeCloseTo(part * wanted[side], 6);
        const own = (side: "A" | "B") => at.filter((s) => spokes[s - 1].flange === side).length;
        for (const side of ["A", "B"] as const)
          expect(standing?.[side]).toMatchObject(
            own(side) > 0 ? { from: "read", by: own(side) } : { from: "other-side", by: 0 },
          );
      },
    ),
  );
  expect(sidesStanding(nothing)).toBeNull();
  expect(sidesStanding({ ...nothing, covered: true })?.A).toEqual({ newton: 0, from: "covered", by: 0 });
  expect(sidesStanding({ ...nothing, told: 0.5, covered: true })?.B.newton).toBeCloseTo(0.5 * wanted.B, 9);
  expect(sidesStanding({ ...nothing, told: 0.5, broughtTo: 0.8 })?.A).toMatchObject({ from: "turned" });
});

test("from wherever a balanced wheel stands the rounds only tighten, turn no more than a stage, and end where they say", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1.02, noNaN: true }),
      fc.constantFrom(...(Object.keys(STAGINGS) as Staging[])),
      (part, staging) => {
        const at = { A: part * wanted.A, B: part * wanted.B };
        const rounds = stagedRounds(elastic, at, wanted, wheel.spoke.threadPitch, staging, 0.05);
        for (const r of rounds) {
          expect(r.unusual).toBe(false);
          for (const side of ["A", "B"] as const) expect(r.turns[side]).toBeGreaterThanOrEqual(0);
        }
        const last = rounds.at(-1);
        for (const side of ["A", "B"] as const)
          expect(Math.abs((last?.tension[side] ?? at[side]) / wanted[side] - 1)).toBeLessThan(0.05);
      },
    ),
  );
});

test("one side read far from the other asks before it is turned", () => {
  const at = { A: 0, B: 0.6 * wanted.B };
  expect(stagedRounds(elastic, at, wanted, wheel.spoke.threadPitch, "50-80-90-100", 0.05)[0].unusual).toBe(true);
});
