import { expect, test } from "vitest";
import { benchPace, minutesAhead } from "./bench-pace";

const at = (second: number) => new Date(1_700_000_000_000 + second * 1000).toISOString();
const reading = (second: number) => ({
  ...{ id: String(second), what: "lateral" as const, spoke: 1, value: 0, typed: "0", doubtful: false },
  at: at(second),
});

test("a wheel's own pace counts once there is enough of it, whatever the tea took; until then the trade's", () => {
  expect(benchPace([{ readings: [], turns: [] }])).toEqual({ reading: 5, nipple: 20, own: false });
  const seconds = [0, 3, 6, 9, 12, 15, 615, 618, 621, 624, 627];
  const pace = benchPace([{ readings: seconds.map(reading), turns: [] }]);
  expect(pace).toEqual({ reading: 3, nipple: 20, own: true });
  // Two rounds of 80 readings and 60 nipples: 8 minutes at the dial, 20 at the nipples, 8 between.
  expect(minutesAhead(pace, 2, 60, 80)).toBeCloseTo(36, 6);
  expect(minutesAhead(pace, 0, 0, 80)).toBe(0);
});
