import fc from "fast-check";
import { expect, test } from "vitest";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { wheelChanges } from "./wheel-changes";
import { readWheel } from "./wheel-file";

test("a wheel is no change of itself, and every figure changed is named with both values", () => {
  const wheel = trialWheel("steel");
  expect(wheelChanges(readWheel(wheel), readWheel(wheel))).toEqual([]);
  fc.assert(
    fc.property(
      fc.double({ min: 400, max: 480, noNaN: true }),
      fc.double({ min: 20, max: 40, noNaN: true }),
      (erd, a) => {
        fc.pre(erd !== 440 && a !== 33);
        const other = {
          ...wheel,
          rim: { ...wheel.rim, erd },
          hub: { ...wheel.hub, A: { ...wheel.hub.A, toCentre: a } },
        };
        const changes = wheelChanges(readWheel(wheel), readWheel(other));
        expect(changes).toContainEqual({ path: "rim.erd", was: "440", becomes: String(erd) });
        expect(changes).toContainEqual({ path: "hub.A.toCentre", was: "33", becomes: String(a) });
        expect(changes.every((c) => /erd|toCentre|entroid|width|clocking/.test(c.path))).toBe(true);
      },
    ),
  );
});
