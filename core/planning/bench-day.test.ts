import fc from "fast-check";
import { expect, test } from "vitest";
import { onTheClock, openMinutes, openStretches } from "./bench-day";

const stretch = fc
  .tuple(fc.integer({ min: 0, max: 1440 }), fc.integer({ min: 0, max: 1440 }))
  .map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }));

// Against counting the day minute by minute.
test("the bench is open in its hours and not away; its minutes on the clock are those, in order", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1300 }),
      fc.integer({ min: 0, max: 700 }),
      fc.array(stretch, { maxLength: 5 }),
      fc.integer({ min: 0, max: 700 }),
      fc.integer({ min: 0, max: 300 }),
      (opensAt, hours, away, from, minutes) => {
        const open = [...Array(1440).keys()].filter(
          (m) => m >= opensAt && m < opensAt + hours && !away.some((a) => m >= a.from && m < a.to),
        );
        const each = (list: readonly { from: number; to: number }[]) =>
          list.flatMap((s) => [...Array(s.to - s.from).keys()].map((k) => s.from + k));
        const stretches = openStretches(opensAt, hours, away);
        expect(each(stretches)).toEqual(open);
        expect(openMinutes(stretches)).toBe(open.length);
        expect(each(onTheClock(stretches, from, minutes))).toEqual(open.slice(from, from + minutes));
      },
    ),
    { numRuns: 300 },
  );
});
