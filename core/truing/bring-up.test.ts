import fc from "fast-check";
import { expect, test } from "vitest";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { TOLERANCES } from "../runout/tolerance";
import { drumWheel } from "../wheel/wheel.test.rig";
import { advise } from "./advise";
import type { AdviseInput } from "./advise-input";
import { reasonWords } from "./saying/reason-words";

const wheel = drumWheel();
const { holes } = wheel.rim;
const all = [...Array(holes).keys()].map((i) => i + 1);

const input = (stand: StandInWheel, over: Partial<AdviseInput> = {}): AdviseInput => ({
  wheel,
  readings: { lateral: all.map((s) => stand.readLateral(s)), radial: all.map((s) => stand.readRadial(s)) },
  tolerance: TOLERANCES.shop,
  stage: 1,
  nipple: { step: 1 / 16, most: 1 },
  history: [],
  ...over,
});

test("a new spoke alone is turned, whichever it is and however the rest of the wheel reads; its likes are named", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: holes }), fc.integer({ min: 1, max: 500 }), (spoke, seed) => {
      const advice = advise(input(new StandInWheel(wheel, hiddenWheel(seed, "buckled")), { fresh: [spoke] }));
      expect(advice.verdict).toBe("turn");
      expect(advice.turns.flatMap((t, i) => (t === 0 ? [] : [i + 1]))).toEqual([spoke]);
      expect(advice.turns[spoke - 1]).toBeGreaterThan(0);
      const [reason] = advice.reasons;
      if (reason.code !== "fresh") throw new Error(reason.code);
      // Four holes back and four on: same flange, same lean, same head (common practice of copying a spoke).
      const at = (k: number) => ((((spoke - 1 + k) % holes) + holes) % holes) + 1;
      expect([...reason.figures.likes].sort()).toEqual([at(-4), at(4)].sort());
      expect(reasonWords(reason)).toMatch(/nothing else is turned yet/);
    }),
    { numRuns: 25 },
  );
});

test("turned as told, a spoke that just stopped pulling comes up to a good part of its tension and never past it", () => {
  for (const seed of [1, 3, 5, 8, 29, 31]) {
    const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled"));
    const spoke = 7;
    const was = stand.truePull(spoke);
    for (let k = 0; k < 96 && stand.truePull(spoke) > 0.04 * was; k++) stand.turn(spoke, -1 / 16);
    stand.turn(spoke, advise(input(stand, { fresh: [spoke] })).turns[spoke - 1]);
    stand.destress();
    const part = stand.truePull(spoke) / wheel.tension.target;
    expect(part, `seed ${seed}`).toBeGreaterThan(0.5);
    expect(part, `seed ${seed}`).toBeLessThan(1.1);
  }
});

test("read, its own tension and its likes' are what it is reckoned from", () => {
  const stand = new StandInWheel(wheel, hiddenWheel(5, "buckled"));
  const tension = (own: number) => all.map((s) => (s === 7 ? own : 2000));
  const turn = (own: number) => {
    const base = input(stand, { fresh: [7] });
    return advise({ ...base, readings: { ...base.readings, tension: tension(own) } }).turns[6];
  };
  expect(turn(1000)).toBeLessThan(turn(200));
  // Already like its likes: the least a hand can do, so that the round is made and the next one is an ordinary one.
  expect(turn(2000)).toBe(1 / 16);
});
