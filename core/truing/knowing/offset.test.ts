import { expect, test } from "vitest";
import { readAdvise } from "../advise-input";
import { trialWheel } from "../trial-builds.test.rig";
import { knownOf } from "./known";

const N = 40;
const still = new Array<number>(N).fill(0);
/** Rounds with nothing turned between them, oldest first: what is believed of the offset after the last. */
const believed = (...offsets: readonly (number | null)[]): number | null => {
  const readings = offsets.map((offset) => ({ lateral: still, radial: still, offset }));
  const [now] = readings.slice(-1);
  const history = readings.slice(0, -1).map((r) => ({ readings: r, turns: still, destressed: true }));
  return knownOf(readAdvise({ wheel: trialWheel("steel"), readings: now, history })).state.offset;
};

test("the offset is the mean of all rounds that agree, and is not forgotten where a round did not read it", () => {
  expect(believed(0.3, 0.4)).toBeCloseTo(0.35, 2);
  expect(believed(0.3, null)).toBeCloseTo(0.3, 9);
  expect(believed(null, null)).toBeNull();
});

test("a slip typed in an earlier round is over once it is read again", () => {
  expect(believed(19, 0.3)).toBeCloseTo(0.3, 9);
  expect(believed(19, 0.3, 0.34)).toBeCloseTo(0.32, 2);
  expect(believed(0.3, 0.34, -1.2)).toBeCloseTo(-1.2, 9);
});
