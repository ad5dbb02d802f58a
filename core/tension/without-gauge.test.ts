import { expect, test } from "vitest";
import { placeSpokes } from "../lacing/placement";
import { trialWheel } from "../truing/trial-builds.test.rig";
import { readWheel } from "../wheel/wheel-file";
import { type HeardReadings, withoutGauge } from "./without-gauge";

const wheel = readWheel(trialWheel("steel"));
const spokes = placeSpokes(wheel);
const unread = spokes.map(() => null);
const round = (more: Partial<HeardReadings> = {}): HeardReadings => ({ lateral: unread, radial: unread, ...more });
const told = (rounds: readonly HeardReadings[], tight: number | undefined) =>
  withoutGauge(wheel, spokes, rounds, tight).map((r) => r.tension);

test("a wheel just laced and brought up since is not taken to be as slack as it was: pairs and notes of later rounds do not say so", () => {
  const pairs = [{ spoke: 1, against: 5, felt: "tighter" as const }];
  const note = spokes.map(() => 600);
  const [first, later] = told([round({ pairs }), round({ pairs })], 0.15);
  expect(first?.[0]).toBeGreaterThan(first?.[4] ?? 0);
  expect(later).toBeUndefined();
  // A wheel that came up to tension stays so while it is trued.
  expect(told([round({ pairs }), round({ pairs })], 1)[1]?.[0]).toBeGreaterThan(2000);
  // Plucked for the first time after a round: what it had to begin with calibrates nothing.
  expect(told([round(), round({ note })], 0.15)).toEqual(told([round(), round({ note })], undefined));
  expect(told([round({ note })], 0.15)).not.toEqual(told([round({ note })], undefined));
});
