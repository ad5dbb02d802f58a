import { describe, expect, test } from "vitest";
import type { DoneAct, NippleState } from "../acts/act";
import { type Entry, settleAll } from "../measurement/taken";
import { TOLERANCES } from "../runout/tolerance";
import { benchWay } from "./bench-way";

let at = 0;
const entry = (name: string, typed: string, place = 0): Entry => ({
  id: crypto.randomUUID(),
  name,
  place,
  role: "new",
  typed,
  unit: "",
  value: Number.isFinite(Number(typed)) ? Number(typed) : null,
  method: "",
  who: "",
  at: new Date(1_800_000_000_000 + 1000 * at++).toISOString(),
  beside: null,
});
const found = (spoke: number, state: NippleState): DoneAct => ({
  id: crypto.randomUUID(),
  act: { what: "nipple-found", spoke, found: state },
  who: "",
  at: new Date(1_800_000_000_000 + 1000 * at++).toISOString(),
});
const way = (entries: Entry[], tightened: number[] = new Array(40).fill(0), acts: DoneAct[] = []) =>
  benchWay({ holes: 40, tolerance: "own", taken: settleAll(entries), acts, tightened }, "pairs");

describe("how a wheel is worked on", () => {
  test("with the tyre on a nipple is tightened no further than its thread is known to be free, all rounds together", () => {
    const tightened = [0, 0.4, 3, -1, ...new Array(36).fill(0)];
    // Nobody knows the thread: half a turn in all; slackened ones have no more for it.
    const unknown = way([entry("true.tyre", "on")], tightened).left;
    expect(unknown.slice(0, 4).map((l) => (Array.isArray(l) ? Number(l[1].toFixed(3)) : l))).toEqual([
      0.5, 0.1, 0, 0.5,
    ]);
    const known = way([entry("true.tyre", "on"), entry("true.free", "2")], tightened).left;
    expect(known.slice(0, 4).map((l) => (Array.isArray(l) ? Number(l[1].toFixed(3)) : l))).toEqual([2, 1.6, 0, 2]);
    expect(way([entry("true.tyre", "on"), entry("true.tyre", "off")], tightened).left).toEqual(
      new Array(40).fill(null),
    );
  });
  test("a nipple that won't turn is held; freed it is not; slipped back it is unknown, not held", () => {
    const w = way([], undefined, [found(7, "stuck"), found(9, "stuck"), found(12, "slipped"), found(9, "free")]);
    expect([w.stuck, w.slipped, w.left[6], w.left[8]]).toEqual([[7], [12], 0, null]);
  });
  test("the shop's way of working holds until the wheel is told another; its own tolerance until none is given", () => {
    expect(way([]).school).toBe("pairs");
    expect(way([entry("true.school", "lateral")]).school).toBe("lateral");
    expect(way([]).tolerance).toEqual(TOLERANCES.shop);
    expect(way([entry("true.own", "0.12")]).tolerance).toMatchObject({ lateral: 0.12, radial: 0.12 });
    expect(way([entry("true.tight", "0.5")]).tight).toBe(0.5);
  });
});
