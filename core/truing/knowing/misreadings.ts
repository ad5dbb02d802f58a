import { type WheelGeometry, wheelGeometry } from "../../mechanics/wheel-geometry";
import type { RoundReadings } from "../../rounds/round-readings";
import { rimLine } from "../../runout/line";
import { sideTensions } from "../../tension/balance";
import type { Wheel } from "../../wheel/wheel-file";
import { learn } from "./learn";
import { findKnock, findMisread, type Misread } from "./misread";
import { type PastRound, wheelBetween, workingTensions } from "./state";

/** mm a single reading must stand off its neighbours to be called wild; a weld is less, and stands up only on the bed. */
const WILD = 0.6;
/** Part of what was moved that a forecast is usually out by, before and after a round has taught the rim. */
const OUT = 0.15;
/** The same from slack spokes: what they take up before they pull is unknown. */
const OUT_SLACK = 0.3;

/** What the last round's turns should have brought, by what was learnt up to it: readings in doubt must not teach. mm. */
const forecastOf = (
  geometry: WheelGeometry,
  wanted: Float64Array,
  now: RoundReadings,
  history: readonly PastRound[],
  before: PastRound,
): Readonly<Record<"lateral" | "radial", Float64Array>> => {
  const n = geometry.spokes.length;
  const { stiffness, grip } = learn(geometry, wanted, before.readings, history.slice(0, -1));
  const { influences } = wheelBetween(
    geometry,
    stiffness,
    workingTensions(geometry, wanted, before.readings),
    workingTensions(geometry, wanted, now),
  );
  const turned = before.turns.map((t) => t * geometry.wheel.spoke.threadPitch * (before.destressed ? 1 : grip));
  const moved = (matrix: Float64Array) =>
    Float64Array.from({ length: n }, (_, i) => turned.reduce((sum, t, j) => sum + matrix[i * n + j] * t, 0));
  return { lateral: moved(influences.lateral), radial: moved(influences.radial) };
};

/**
 * Slips in the newest round's readings: against what its turns should have brought where there is a round before, else
 * against the rim's own smoothness. At most one for each of side to side and hop.
 */
export const misreadings = ({
  wheel,
  readings,
  history,
}: {
  readonly wheel: Wheel;
  readonly readings: RoundReadings;
  readonly history: readonly PastRound[];
}): Misread[] => {
  const geometry = wheelGeometry(wheel);
  const sides = sideTensions(wheel, geometry.spokes);
  const wanted = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);
  const before = history.findLast((h) => h.readings.lateral.filter((v) => v !== null).length >= 6);
  const n = wheel.rim.holes;
  const slackBefore = (before?.readings.tension ?? []).filter((t) => t !== null && t <= 0).length > 2;
  const answered = before && before === history.at(-1) ? forecastOf(geometry, wanted, readings, history, before) : null;
  return (["lateral", "radial"] as const).flatMap((what) => {
    const line = readings[what];
    if (before && answered) {
      const moved = answered[what];
      const rms = Math.sqrt(moved.reduce((a, b) => a + b * b, 0) / n);
      const was = rimLine(before.readings[what]);
      const found = findMisread(what, line, { was: was.at, moved }, (slackBefore ? OUT_SLACK : OUT) * rms);
      if (found) return [found];
    }
    const knock = findKnock(what, line);
    if (knock) return [knock];
    const fit = rimLine(line);
    const wild = fit.masked
      .map((i) => ({ i, off: (line[i] ?? 0) - fit.at[i] }))
      .filter(({ off }) => Math.abs(off) > WILD)
      .sort((a, b) => Math.abs(b.off) - Math.abs(a.off))[0];
    return wild
      ? [
          {
            code: "wild" as const,
            what,
            spokes: [wild.i + 1],
            text: `${what === "lateral" ? "side to side" : "hop"}: spoke ${wild.i + 1} stands ${Math.abs(wild.off).toFixed(2)} mm off its neighbours: read it again, or leave it out`,
            mended: line.map((v, i) => (i === wild.i ? null : v)),
          },
        ]
      : [];
  });
};
