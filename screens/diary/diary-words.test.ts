import fc from "fast-check";
import { expect, test } from "vitest";
import { clock } from "./diary-words";

test("no hour has sixty minutes", () => {
  expect(clock(119.6)).toBe("2:00");
  fc.assert(
    fc.property(fc.double({ min: 0, max: 6000, noNaN: true }), (minutes) => {
      expect(clock(minutes)).toMatch(/^\d+:[0-5]\d$/);
      const [hours, rest] = clock(minutes).split(":").map(Number);
      expect(Math.abs(hours * 60 + rest - minutes)).toBeLessThanOrEqual(0.5);
    }),
  );
});
