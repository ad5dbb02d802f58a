import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Entry, settle } from "./taken";

let count = 0;
const entry = (value: number, over: Partial<Entry> = {}): Entry => ({
  id: `e${++count}`,
  name: "rim.height",
  place: 0,
  role: "new",
  typed: String(value),
  unit: "mm",
  value,
  method: "",
  who: "",
  at: "2026-01-01T00:00:00Z",
  beside: null,
  ...over,
});

describe("a figure taken more than once", () => {
  test("a re-take replaces, a repeat joins the mean, what is left out no longer counts, nothing is forgotten", () => {
    const [a, b, c] = [entry(28), entry(30), entry(30.4, { role: "again" })];
    expect(settle([a, b, c])).toMatchObject({ value: 30.2, spread: expect.closeTo(0.4, 9), outOfRound: null });
    const without = settle([a, b, c, entry(0, { role: "out", typed: c.id, value: null })]);
    expect(without).toMatchObject({ value: 30, spread: null });
    expect(settle([a, entry(0, { role: "out", typed: a.id, value: null })])).toBeNull();
  });
  test("places round the rim: the mean of each place's mean, and how far it is out of round", () => {
    const taken = settle([
      entry(600, { place: 1 }),
      entry(601, { place: 2 }),
      entry(603, { place: 2, role: "again" }),
      entry(599, { place: 3 }),
    ]);
    expect(taken).toMatchObject({ value: expect.closeTo((600 + 602 + 599) / 3, 9), outOfRound: 3, spread: 2 });
  });
  test("the odd one among repeats is the one planted, and good repeats have none", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 600, noNaN: true }),
        fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 3, maxLength: 7 }),
        fc.nat(6),
        fc.constantFrom(-1, 1),
        (truth, noise, at, sign) => {
          const good = noise.map((e, i) => entry(truth + e, { role: i === 0 ? "new" : "again" }));
          expect(settle(good)?.odd ?? null).toBeNull();
          const k = at % good.length;
          const bad = good.map((e, i) => (i === k ? { ...e, value: truth + sign * 2 } : e));
          expect(settle(bad)?.odd?.id).toBe(bad[k].id);
          const out = [...bad, entry(0, { role: "out", typed: bad[k].id, value: null })];
          expect(Math.abs((settle(out)?.value ?? 0) - truth)).toBeLessThanOrEqual(0.1 + 1e-9);
        },
      ),
    );
  });
  test("two who took it without sight of each other: the later counts, both are told until one is chosen", () => {
    const first = entry(142);
    const second = entry(140, { beside: first.id });
    expect(settle([first, second])).toMatchObject({
      value: 140,
      clash: { there: { value: 142 }, here: { value: 140 } },
    });
    expect(settle([first, second, entry(142)])).toMatchObject({ value: 142, clash: null });
  });
});
