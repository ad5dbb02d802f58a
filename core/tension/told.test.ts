import { describe, expect, test } from "vitest";
import { placeSpokes } from "../lacing/placement";
import { trialWheel } from "../truing/trial-builds.test.rig";
import { readWheel } from "../wheel/wheel-file";
import { noteFrequency } from "./note";
import { soundKinds } from "./sounding";
import { inNewtons, squeezes, type TensionEntry, tensionsTold } from "./told";

const wheel = readWheel(trialWheel("steel"));
const kinds = soundKinds(wheel, placeSpokes(wheel));
const entry = (
  what: TensionEntry["what"],
  spoke: number,
  value: number,
  over: Partial<TensionEntry> = {},
): TensionEntry => ({
  what,
  spoke,
  value,
  sure: null,
  tableId: null,
  against: null,
  ...over,
});
const kind = kinds[0];
const [first, second, third] = kind.spokes;
/** What a spoke of the first kind sounds like at a tension, by the beam itself. */
const note = (tension: number) => noteFrequency(kind.sounding, tension);
const told = (...rounds: TensionEntry[][]) => {
  const all = rounds.map((r) =>
    inNewtons(r, [
      {
        id: "g",
        gauge: "lever",
        spoke: "3.66",
        points: [
          { reading: 10, tension: 500 },
          { reading: 20, tension: 2500 },
        ],
      },
    ]),
  );
  return tensionsTold(wheel, kinds, all[all.length - 1], all);
};

describe("what is known of each spoke", () => {
  test("a note alone only compares with its kind; once one of the kind is known it is newtons, with a range about it", () => {
    const notes = [first, second, third].map((s, i) => entry("note", s, note(1000 * (i + 1)), { sure: 3 }));
    const alone = told(notes);
    expect(alone[first - 1]).toMatchObject({ tension: null, doubt: expect.stringMatching(/not calibrated/) });
    expect(alone[second - 1].cents).toBeCloseTo(0, 6);
    expect(alone[first - 1].cents).toBeLessThan(0);
    expect(alone[third - 1].cents).toBeGreaterThan(0);
    const known = told([...notes, entry("known", second, 2000)]);
    // Its own figure goes before its note; the others follow from it.
    expect(known[second - 1]).toMatchObject({ tension: 2000, way: "known" });
    for (const [spoke, true_] of [
      [first, 1000],
      [third, 3000],
    ]) {
      const t = known[spoke - 1];
      expect(t.way).toBe("note");
      expect(Math.abs((t.tension ?? 0) / true_ - 1)).toBeLessThan(0.03);
      expect(t.low).toBeLessThan(true_);
      expect(t.high).toBeGreaterThan(true_);
    }
    // Calibrated in one round, it holds for another.
    const later = told([...notes, entry("known", second, 2000)], [entry("note", first, note(1500), { sure: 3 })]);
    expect(Math.abs((later[first - 1].tension ?? 0) / 1500 - 1)).toBeLessThan(0.03);
  });
  test("a gauge reads through its table and never past its ends; without its table it says so", () => {
    const t = told([
      entry("gauge", 1, 15, { tableId: "g" }),
      entry("gauge", 2, 25, { tableId: "g" }),
      entry("gauge", 3, 15, { tableId: "gone" }),
      entry("note", 5, 0),
    ]);
    expect(t[0]).toMatchObject({ tension: 1500, way: "gauge", doubt: null });
    expect(t[1]).toMatchObject({ tension: null, doubt: expect.stringMatching(/beyond the table, which ends at 20/) });
    expect(t[2]).toMatchObject({ tension: null, doubt: "its gauge's table is gone" });
    expect(t[4]).toMatchObject({ tension: 0, doubt: "dead note: slack" });
    expect(t[9]).toMatchObject({ tension: null, way: null });
  });
  test("of two of the same way the newer counts; pairs felt keep which was tighter", () => {
    const t = told([entry("tension", 7, 900), entry("tension", 7, 1400)]);
    expect(t[6].tension).toBe(1400);
    expect(
      squeezes([
        entry("squeeze", 1, 1, { against: 3 }),
        entry("squeeze", 3, -1, { against: 5 }),
        entry("squeeze", 5, 0, { against: 7 }),
        entry("squeeze", 9, 1),
      ]),
    ).toEqual([
      { spoke: 1, against: 3, felt: "tighter" },
      { spoke: 3, against: 5, felt: "looser" },
      { spoke: 5, against: 7, felt: "same" },
    ]);
  });
});
