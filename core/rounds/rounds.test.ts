import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { DIAL_KINDS, DIALS } from "../runout/dials";
import { TOLERANCES } from "../runout/tolerance";
import { BadInput } from "../wheel/bad-input";
import { checkReading } from "./check-reading";
import { isInside, isWholeTurn, standingOf } from "./inside-tolerance";
import type { Reading } from "./reading";
import { roundReadings } from "./round-readings";
import { readingOf } from "./taking";
import { isTakenBack, turnsMade, walkedSpokes } from "./turn";
import { type RoundEvent, withWaiting } from "./with-waiting";
import { fromTyped, workedOut } from "./work-out";

const HOLES = 36;
const spoke = fc.integer({ min: 1, max: HOLES });
const hundredth = fc.integer({ min: -300, max: 300 }).map((v) => v / 100);

describe("a stored reading", () => {
  test("is worked out again from what was typed, the instrument's divisions, the key and the shift after a break", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DIAL_KINDS),
        fc.oneof(
          fc.integer({ min: 0, max: 80 }).map(String),
          fc.constantFrom("0,25", ".5", "1/4", "10thou", '0.02"', "0.3 mm"),
        ),
        fc.constantFrom(1 as const, -1 as const),
        fc.integer({ min: -50, max: 50 }).map((v) => v / 100),
        (dial, typed, sign, shift) => {
          const per = DIALS[dial].mm;
          const read = fromTyped({ what: "lateral", typed, per, sign, shift });
          if (!read.ok || Math.abs(read.value) > 100) return;
          const reading = readingOf({ what: "lateral", spoke: 3, value: read.value, typed, per, sign, shift }, "Otto");
          expect(workedOut(reading)).toEqual(read);
          checkReading(reading, HOLES);
          // Stored otherwise than it was typed it is refused, whoever sends it.
          expect(() => checkReading({ ...reading, value: read.value + 0.01 }, HOLES)).toThrow(/does not follow/);
          expect(() => checkReading({ ...reading, typed: "1/0" }, HOLES)).toThrow(/1\/0/);
        },
      ),
    );
    // A unit that is written counts, whatever the instrument's division is; a gauge's plus may lie either way.
    for (const per of [0.01, 0.0254, 1, 25.4]) {
      expect(fromTyped({ what: "lateral", typed: "0.3 mm", per, sign: 1, shift: 0 })).toEqual({ ok: true, value: 0.3 });
      expect(fromTyped({ what: "lateral", typed: "-12thou", per, sign: -1, shift: 0 })).toEqual({
        ok: true,
        value: 0.3048,
      });
    }
    expect(fromTyped({ what: "lateral", typed: "-0.12", per: DIALS["shown mm"].mm, sign: -1, shift: 0 })).toMatchObject(
      { value: 0.12 },
    );
    expect(
      fromTyped({ what: "lateral", typed: "+.005", per: DIALS["shown inch"].mm, sign: 1, shift: 0 }),
    ).toMatchObject({
      value: 0.127,
    });
    // By hand (facts of the units): 35 divisions of 1/100 are 0.35; 20 thou towards B, 0.1 of it the dial's.
    expect(fromTyped({ what: "lateral", typed: "35", per: 0.01, sign: 1, shift: 0 })).toEqual({
      ok: true,
      value: 0.35,
    });
    expect(fromTyped({ what: "lateral", typed: "20", per: 0.0254, sign: -1, shift: 0.1 })).toEqual({
      ok: true,
      value: -0.608,
    });
  });
  test("what no gauge shows is refused by its field, the same wherever it is asked", () => {
    const taken = (over: Partial<Reading>) => () =>
      checkReading({ ...readingOf({ what: "lateral", spoke: 3, value: 0, typed: "" }, ""), ...over }, HOLES);
    const refusedAt = (over: Partial<Reading>): string => {
      try {
        taken(over)();
      } catch (error) {
        return error instanceof BadInput ? error.path : "another error";
      }
      return "taken";
    };
    const cases: readonly (readonly [Partial<Reading>, string])[] = [
      [{ what: "tension", value: -1 }, "value"],
      [{ what: "tension", value: 0 }, "taken"],
      [{ what: "note", value: -0.1 }, "value"],
      [{ what: "squeeze", value: 2 }, "value"],
      [{ value: Number.NaN }, "value"],
      [{ value: 1e308 }, "value"],
      [{ spoke: 0 }, "spoke"],
      [{ spoke: 37 }, "spoke"],
      [{ what: "offset", spoke: 0 }, "taken"],
      [{ what: "offset", spoke: 2 }, "spoke"],
    ];
    for (const [over, where] of cases) expect(refusedAt(over), JSON.stringify(over)).toBe(where);
  });
});

describe("inside the tolerance", () => {
  test("needs readings round the whole wheel; outside is outside however little was read", () => {
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: HOLES, maxLength: HOLES }),
        fc.integer({ min: 0, max: 12 }).map((v) => v / 10),
        (which, total) => {
          const line = which.map((read, i) => (read ? (total / 2) * Math.cos((2 * Math.PI * i) / HOLES) : null));
          const { state, missing } = standingOf({ lateral: line, radial: line, offset: null }, TOLERANCES.shop);
          const read = line.filter((v) => v !== null);
          const swing = read.length > 1 ? Math.max(...read) - Math.min(...read) : 0;
          if (swing > TOLERANCES.shop.lateral + 1e-9) expect(state).toBe("outside");
          else expect(state).toBe(isWholeTurn(line) ? "inside" : "unread");
          expect(missing.length > 0).toBe(!isWholeTurn(line));
        },
      ),
    );
    const half = [...Array(HOLES).keys()].map((i) => (i < 17 ? 0 : null));
    expect(isWholeTurn(half)).toBe(false);
    expect(isWholeTurn([...Array(HOLES).keys()].map((i) => (i % 4 === 0 ? 0 : null)))).toBe(true);
    expect(isInside({ lateral: 0.5, radial: 0.5, offset: 0.5 }, TOLERANCES.shop)).toBe(true);
    expect(isInside({ lateral: 0.5, radial: 0.5, offset: -0.51 }, TOLERANCES.shop)).toBe(false);
  });
  test("the highest and the lowest place of a whole turn say its total", () => {
    const told = (what: "lateral" | "radial") =>
      [0.1, -0.1].map((value, i) =>
        readingOf({ what, spoke: 1 + 9 * i, value, typed: "1 10 0.2", method: "high-low" }, ""),
      );
    const both = roundReadings({ readings: [...told("lateral"), ...told("radial")] }, HOLES);
    expect(standingOf(both, TOLERANCES.shop).state).toBe("inside");
    const one = roundReadings({ readings: told("lateral") }, HOLES);
    expect(standingOf(one, TOLERANCES.shop)).toMatchObject({ state: "unread", missing: ["radial"] });
  });
});

describe("turned and turned back", () => {
  test("what was turned adds up; turned back whole it is as if nothing had been turned", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(spoke, fc.integer({ min: -8, max: 8 })), { minLength: 1, maxLength: 20 }),
        (list) => {
          const turns = list.map(([s, n], i) => ({ id: `${i}`, spoke: s, turns: n / 16 }));
          const back = turnsMade({ turns }, HOLES).flatMap((t, i) =>
            t === 0 ? [] : [{ id: `b${i}`, spoke: i + 1, turns: -t }],
          );
          const whole = { turns: [...turns, ...back] };
          expect(turnsMade(whole, HOLES).every((t) => Math.abs(t) < 1e-9)).toBe(true);
          expect(isTakenBack(whole)).toBe(turns.some((t) => t.turns !== 0));
          const told = [...new Set(turns.map((t) => t.spoke))].sort((a, b) => a - b);
          if (isTakenBack(whole)) expect(walkedSpokes(whole)).toEqual([]);
          else expect([...walkedSpokes(whole)].sort((a, b) => a - b)).toEqual(told);
        },
      ),
    );
  });
});

test("one nipple turned back is walked no more and counts nothing; turned again it counts once", () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(spoke, { minLength: 2, maxLength: 12 }),
      fc.integer({ min: 1, max: 8 }),
      fc.nat(),
      fc.boolean(),
      (spokes, n, nth, again) => {
        const of = (s: number, turns: number) => ({ id: `${s}${turns}`, spoke: s, turns });
        const undone = spokes[nth % spokes.length];
        const turns = [
          ...spokes.map((s) => of(s, n / 16)),
          of(undone, -n / 16),
          ...(again ? [of(undone, n / 16)] : []),
        ];
        const left = again ? spokes : spokes.filter((s) => s !== undone);
        expect(walkedSpokes({ turns }).sort((a, b) => a - b)).toEqual([...left].sort((a, b) => a - b));
        expect(turnsMade({ turns }, HOLES)[undone - 1]).toBeCloseTo(again ? n / 16 : 0, 12);
      },
    ),
  );
});

const event: fc.Arbitrary<RoundEvent> = fc.oneof(
  fc.record({
    what: fc.constant("round" as const),
    id: fc.constantFrom("r1", "r2", "r3"),
    kind: fc.constant("true" as const),
    plan: fc.constant(null),
  }),
  fc.record({
    what: fc.constant("readings" as const),
    roundId: fc.constantFrom("r1", "r2", "r3"),
    readings: fc.uniqueArray(
      fc.record({
        id: fc.integer({ min: 1, max: 12 }).map((n) => `x${n}`),
        what: fc.constantFrom("lateral" as const, "radial" as const),
        spoke,
        value: hundredth,
        typed: fc.constant(""),
        doubtful: fc.constant(false),
      }),
      { minLength: 1, maxLength: 3, selector: (r) => r.id },
    ),
  }),
  fc.record({
    what: fc.constant("turn" as const),
    roundId: fc.constantFrom("r1", "r2", "r3"),
    turn: fc.record({ id: fc.integer({ min: 1, max: 12 }).map((n) => `t${n}`), spoke, turns: hundredth }),
  }),
  fc.record({ what: fc.constant("destressed" as const), roundId: fc.constantFrom("r1", "r2", "r3") }),
);

test("what the record holds and what waits: however much of it has arrived already, the sum is the same", () => {
  fc.assert(
    fc.property(fc.array(event, { maxLength: 14 }), fc.nat(14), fc.nat(14), (list, arrived, seen) => {
      // Nothing is read or turned in a round that was never opened.
      const events = list.filter(
        (e, i) => e.what === "round" || list.slice(0, i).some((x) => x.what === "round" && x.id === e.roundId),
      );
      const whole = withWaiting([], events);
      const inRecord = withWaiting([], events.slice(0, arrived));
      // What has arrived may still be among what waits: it counts once.
      expect(withWaiting(inRecord, events.slice(Math.min(arrived, seen)))).toEqual(whole);
      expect(withWaiting(whole, events)).toEqual(whole);
      for (const round of whole) {
        expect(new Set(round.readings.map((r) => r.id)).size).toBe(round.readings.length);
        expect(new Set(round.turns.map((t) => t.id)).size).toBe(round.turns.length);
      }
    }),
  );
});
