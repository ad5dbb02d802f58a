import { wheelGeometry } from "../mechanics/elastic-wheel";
import { rimLine } from "../runout/line";
import { sideTensions } from "../tension/balance";
import type { Wheel } from "../wheel/wheel-file";
import { learn } from "./learn";
import { findKnock, findMisread, type Misread } from "./misread";
import { type PastRound, type RoundReadings, wheelBetween, workingTensions } from "./state";

/** mm a single reading must stand off its neighbours to be called wild; a weld is less, and stands up only on the bed. */
const WILD = 0.6;
/** Part of what was moved that a forecast is usually out by, before and after a round has taught the rim. */
const OUT = 0.15;
/** The same from slack spokes: what they take up before they pull is unknown. */
const OUT_SLACK = 0.3;

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
  return (["lateral", "radial"] as const).flatMap((what) => {
    const line = readings[what];
    if (before && before === history.at(-1)) {
      // What was learnt up to that round; the readings in doubt must not teach.
      const { stiffness, grip } = learn(geometry, wanted, before.readings, history.slice(0, -1));
      const elastic = wheelBetween(
        geometry,
        stiffness,
        workingTensions(geometry, wanted, before.readings),
        workingTensions(geometry, wanted, readings),
      );
      const matrix = elastic.influences[what];
      const moved = new Float64Array(n);
      const turned = before.turns.map((t) => t * wheel.spoke.threadPitch * (before.destressed ? 1 : grip));
      for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) moved[i] += matrix[i * n + j] * turned[j];
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
