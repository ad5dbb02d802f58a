import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { settledBetween } from "../truing/knowing/settled";
import { atHoles } from "./at-holes";
import { fromHighAndLow, fromPenMark, fromRubbing } from "./other-ways";

const HOLES = 40;
const apart = (a: number, b: number) => Math.min((a - b + HOLES) % HOLES, (b - a + HOLES) % HOLES);

describe("pen, rub, high and low", () => {
  test("the darkest place stands out, its opposite lies back, where it began and ended is between; side turns the sign", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: HOLES }),
        fc.integer({ min: 2, max: 18 }),
        fc.integer({ min: 1, max: 17 }),
        fc.constantFrom<1 | -1>(1, -1),
        (from, arc, into, sign) => {
          const to = ((from - 1 + arc) % HOLES) + 1;
          const darkest = ((from - 1 + Math.min(into, arc - 1)) % HOLES) + 1;
          const places = fromPenMark(from, to, darkest, HOLES, sign);
          const at = (spoke: number) => places.find((p) => p.spoke === spoke)?.value ?? Number.NaN;
          expect(sign * at(darkest)).toBeGreaterThan(0);
          const back = places[3];
          expect(apart(back.spoke, darkest)).toBe(HOLES / 2);
          expect(sign * back.value).toBeLessThan(0);
          expect([at(from), at(to)]).toEqual([0, 0]);
          // The mark says where, hardly how much: its height is no surer than a third of itself.
          for (const p of places) expect(p.sure).toBeGreaterThan(0.02);
          expect(places.every((p) => p.spoke >= 1 && p.spoke <= HOLES)).toBe(true);
          // Seen from the other side everything is turned over and nothing else.
          const other = fromPenMark(from, to, darkest, HOLES, sign === 1 ? -1 : 1);
          expect(other.map((p) => [p.spoke, -p.value || 0])).toEqual(places.map((p) => [p.spoke, p.value || 0]));
        },
      ),
    );
  });
  test("a rub over the valve has its middle there, and the feeler's gap half a turn on", () => {
    expect(fromRubbing(37, 5, 0.8, HOLES, 1)).toEqual([
      { spoke: 37, value: 0, sure: 0.06 },
      { spoke: 1, value: 0, sure: 0.15 },
      { spoke: 5, value: 0, sure: 0.06 },
      { spoke: 21, value: -0.8, sure: 0.05 },
    ]);
  });
  test("high and low keep their total", () => {
    const [high, low] = fromHighAndLow(7, 22, 1.2);
    expect(high.value - low.value).toBeCloseTo(1.2, 12);
  });
});

describe("a trace over the holes", () => {
  test("grain is averaged out, a weld between two holes reaches neither, a gap stays unread", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: HOLES - 1 }), (seed, gap) => {
        const luck = chance(seed);
        const wave = (deg: number) => 0.4 * Math.cos((deg * Math.PI) / 180 - 1);
        const weld = luck.between(0, 360);
        // A weld of a degree, half way between two holes.
        const weldAt = (Math.round((weld / 360) * HOLES) * 360) / HOLES;
        const samples = [...Array(3600).keys()].flatMap((k) => {
          const deg = k / 10;
          const hole = Math.floor((deg / 360) * HOLES);
          if (hole === gap) return [];
          const off = Math.abs(((deg - weldAt + 540) % 360) - 180);
          return [{ angleDeg: deg - 720, value: wave(deg) + luck.normal(0.01) + (off < 0.5 ? 0.5 : 0) }];
        });
        atHoles(samples, HOLES).forEach((v, i) => {
          if (i === gap) expect(v).toBeNull();
          else expect(Math.abs((v ?? 9) - wave(((i + 0.5) * 360) / HOLES))).toBeLessThan(0.02);
        });
      }),
      { numRuns: 20 },
    );
  });
});

describe("whether it moved", () => {
  test("another zero of the dial is no movement; the place that moved most is named; too few places tell nothing", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: 0, max: 39 }),
        fc.double({ min: 0.12, max: 0.6, noNaN: true }),
        (seed, zero, at, by) => {
          const luck = chance(seed);
          const before = [...Array(HOLES).keys()].map(() => luck.between(-0.3, 0.3));
          const after = before.map((v) => v + zero + luck.between(-0.01, 0.01));
          expect(settledBetween(before, after)).toMatchObject({ places: HOLES, holds: true });
          const moved = after.map((v, i) => (i === at ? v + by : v));
          const found = settledBetween(before, moved);
          expect(found).toMatchObject({ at: at + 1, holds: false });
          expect(found.moved).toBeCloseTo(by, 1);
          expect(Math.abs(found.shift - zero)).toBeLessThanOrEqual(0.01 + 1e-9);
          const few = after.map((v, i) => (i % 6 === 0 ? v : null));
          expect(settledBetween(before, few)).toMatchObject({ places: 7, holds: false });
        },
      ),
    );
  });
});
