import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { standingOf } from "../rounds/inside-tolerance";
import { TOLERANCES } from "../runout/tolerance";
import { type ThreadParts, threadWindow } from "../spoke/thread-room";
import { type FinishRecord, finishLines, finishNotes, notFinished, replacedKey } from "./finish";
import { nearestThreadEnd } from "./nipple-thread";

const PARTS: ThreadParts = { diameter: 3.5, pitch: 0.635, spokeThread: 11, nippleThread: 9, slotDepth: 1.5 };

describe("thread at the finish", () => {
  test("turning a whole side alike moves nothing; the spoke turned most beyond its side's mean is named", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 8, maxLength: 8 }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        fc.double({ min: -2, max: 1, noNaN: true }),
        (turns, up, end) => {
          const spokes = (more: number) =>
            turns.map((t, i) => ({
              spoke: i + 1,
              side: i % 2 ? ("B" as const) : ("A" as const),
              length: 170 + end,
              wanted: 170,
              turns: t + more,
            }));
          const now = nearestThreadEnd(PARTS, spokes(0));
          const later = nearestThreadEnd(PARTS, spokes(up));
          expect(later?.room.end).toBeCloseTo(now?.room.end ?? 9, 9);
          // Worked out apart: every end, and its way to the nearer end of the window.
          const window = threadWindow(PARTS);
          const mean = (side: number) => turns.filter((_, i) => i % 2 === side).reduce((a, b) => a + b, 0) / 4;
          const ends = turns.map((t, i) => end + (t - mean(i % 2)) * PARTS.pitch);
          const left = ends.map((e) => Math.min(window.longest - e, e - window.shortest));
          const room = now?.room;
          expect(Math.min(room?.turnsUp ?? 9, room?.turnsDown ?? 9) * PARTS.pitch).toBeCloseTo(Math.min(...left), 9);
        },
      ),
    );
  });
});

/** A line read at every hole that swings so far, mm. */
const wave = (total: number) => [...Array(40).keys()].map((i) => (total / 2) * Math.cos((Math.PI * i) / 10));

const record = (over: Partial<FinishRecord> = {}): FinishRecord => ({
  kind: "rebuild",
  settled: [
    { places: 8, shift: 0, at: 1, moved: 0.02, holds: true },
    { places: 8, shift: 0, at: 3, moved: 0.01, holds: true },
  ],
  turnedSince: false,
  standing: standingOf({ lateral: wave(0.2), radial: wave(0.2), offset: 0.1 }, TOLERANCES.shop),
  tolerance: TOLERANCES.shop,
  spread: 0.1,
  slack: [],
  tensionRead: 40,
  tensionMoved: 0.01,
  thread: null,
  newSpoke: null,
  undone: [],
  drum: { before: null, after: 0.05 },
  scrap: [],
  replace: [],
  ...over,
});

describe("the finish", () => {
  test("slack and scrap stop the signature whatever is answered; what is not done or no part does not", () => {
    const all = (r: FinishRecord) => {
      const lines = finishLines(r);
      const answers = Object.fromEntries(
        lines.map((l) => [l.key, { answer: "not-done" as const, because: "customer waits" }]),
      );
      return notFinished(lines, answers);
    };
    expect(all(record())).toEqual({ stops: [], open: [] });
    expect(all(record({ slack: [7] })).stops).toHaveLength(1);
    expect(all(record({ scrap: ["rim"] })).stops).toHaveLength(1);
  });
  test("each part to be replaced is a line of its own, with its note; what came of it prints or is new on the wheel", () => {
    const replace = [
      { part: "bearings", note: "rough" },
      { part: "rim", note: "" },
    ];
    const lines = finishLines(record({ replace })).filter((l) => l.key.startsWith("replaced."));
    expect(lines.map((l) => [l.key, l.text])).toEqual([
      [replacedKey("bearings"), "marked so at booking in: rough"],
      [replacedKey("rim"), "marked so at booking in"],
    ]);
    expect(notFinished(lines, {}).open).toHaveLength(2);
    const answers = {
      [replacedKey("bearings")]: { answer: "seen", because: "" },
      [replacedKey("rim")]: { answer: "not-done", because: "customer declined" },
    } as const;
    expect(notFinished(lines, answers)).toEqual({ stops: [], open: [] });
    expect(finishNotes(lines, answers)).toEqual(["Rim replaced: not done, because customer declined."]);
  });
  test("cracked, or slack where no gauge told it, stops the signature until it is told otherwise", () => {
    const lines = finishLines(record({ tensionRead: 0 }));
    const seen = Object.fromEntries(lines.map((l) => [l.key, { answer: "seen" as const, because: "" }]));
    expect(notFinished(lines, seen)).toEqual({ stops: [], open: [] });
    for (const key of ["slack", "eyes.cracks"]) {
      const { stops, open } = notFinished(lines, { ...seen, [key]: { answer: "bad", because: "" } });
      expect([stops.map((l) => l.key), open]).toEqual([[key], []]);
    }
    // Only where it can be found so.
    expect(notFinished(lines, { ...seen, "eyes.tape": { answer: "bad", because: "" } }).stops).toEqual([]);
  });
  test("every line waits for an answer unless the record shows it; only this kind of job's lines are asked", () => {
    const lines = finishLines(record());
    const { open } = notFinished(lines, {});
    expect(open.map((l) => l.key)).toEqual(lines.filter((l) => l.state !== "shown").map((l) => l.key));
    const keys = (kind: FinishRecord["kind"]) => finishLines(record({ kind })).map((l) => l.key);
    expect(keys("check-only")).not.toContain("thread");
    expect(keys("rebuild")).toContain("thread");
    expect(keys("check-only").length).toBeLessThan(keys("rebuild").length);
  });
  test("a nipple past its thread stands against the wheel and is named with its spoke", () => {
    const past = nearestThreadEnd(PARTS, [{ spoke: 12, side: "A", length: 180, wanted: 170, turns: 0 }]);
    const line = finishLines(record({ thread: past })).find((l) => l.key === "thread");
    expect(line?.state).toBe("against");
    expect(line?.text).toMatch(/^12: ends 10\.0 beyond the slot/);
  });
});
