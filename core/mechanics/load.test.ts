import { describe, expect, test } from "vitest";
import { frameLoad } from "@/core/mechanics/dense-frame.test.rig";
import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { changeUnderLoad, groundLoad, underLoad } from "@/core/mechanics/load";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { drumWheel } from "@/core/wheel/wheel.test.rig";

const wheel = drumWheel({}, { tension: { target: 2000 } });
const geometry = wheelGeometry(wheel);
const stiffness = defaultStiffness(wheel);

describe("a wheel under load", () => {
  // Against a plain 3D frame, four straight elements between spokes, solved whole.
  test("what each spoke loses agrees with a dense frame within 1 %: down, braking, sideways", () => {
    const elastic = elasticWheel(geometry, stiffness);
    for (const force of [
      { hole: 11, radial: -3000, tangential: 0, lateral: 0 },
      { hole: 4, radial: 0, tangential: 1500, lateral: 0 },
      { hole: 20, radial: 0, tangential: 0, lateral: 400 },
    ]) {
      const frame = frameLoad(wheel, [force]);
      const angleDeg = geometry.spokes[force.hole - 1].rimAngleDeg;
      const { change } = changeUnderLoad(geometry, stiffness, elastic, [{ ...force, angleDeg }]);
      const most = Math.max(...frame.change.map(Math.abs));
      frame.change.forEach((c, i) => {
        expect(Math.abs(change[i] - c) / most, `spoke ${i + 1}`).toBeLessThan(0.01);
      });
      const ours = underLoad(geometry, stiffness, elastic, [{ ...force, angleDeg }]);
      const moved = Math.max(...frame.outward.map(Math.abs));
      if (force.lateral === 0)
        frame.outward.forEach((u, i) => {
          expect(Math.abs(ours.outward[i] - u) / moved).toBeLessThan(0.015);
        });
    }
  });

  test("statics: what the spokes give up carries the load, upward and about the axle", () => {
    const elastic = elasticWheel(geometry, stiffness);
    const { change } = changeUnderLoad(geometry, stiffness, elastic, groundLoad(90, 4000, 2500, 1, 1.15));
    let up = 0;
    let moment = 0;
    geometry.spokes.forEach((s, i) => {
      const d = s.hubPoint.map((h, k) => (h - s.rimPoint[k]) / s.span);
      // Down is 90 degrees clockwise from the valve: −y.
      up += change[i] * -d[1];
      moment += change[i] * (s.rimPoint[0] * d[1] - s.rimPoint[1] * d[0]);
    });
    const share = up / 4000;
    // The tensioned spokes' own sideways stiffness carries the rest: T/L against EA/L, a few in a hundred.
    expect(Math.abs(share)).toBeGreaterThan(0.9);
    expect(Math.abs(share)).toBeLessThan(1.001);
    expect(Math.abs(moment) / (2500 * 1.15 * (wheel.rim.erd / 2))).toBeGreaterThan(0.9);
  });

  test("a slack spoke holds nothing, the rest carry on, and the load still is carried", () => {
    const elastic = elasticWheel(
      geometry,
      stiffness,
      geometry.spokes.map(() => 250),
    );
    const load = groundLoad(45, 6000, 0, 1, 1.15);
    const { tensions, change, slack } = underLoad(geometry, stiffness, elastic, load);
    expect(slack.length).toBeGreaterThan(1);
    for (const s of slack) expect(tensions[s - 1]).toBe(0);
    const whole = changeUnderLoad(geometry, stiffness, elastic, load).change;
    const carried = (list: ArrayLike<number>) =>
      geometry.spokes.reduce((sum, s, i) => sum + (list[i] * (s.hubPoint[1] - s.rimPoint[1])) / s.span, 0);
    expect(carried(change) / carried(whole)).toBeGreaterThan(0.97);
  });

  test("a tighter wheel is no stiffer until a spoke goes slack: it sinks alike, and a slack one sinks more", () => {
    const sink = (tension: number) => {
      const tight = elasticWheel(
        geometry,
        stiffness,
        geometry.spokes.map(() => tension),
      );
      const { outward, slack } = underLoad(geometry, stiffness, tight, groundLoad(45, 4000, 0, 1, 1.15));
      return { sink: -Math.min(...outward), slack: slack.length };
    };
    const [loose, usual, tight] = [sink(150), sink(1500), sink(2500)];
    expect(tight.slack + usual.slack).toBe(0);
    expect(tight.sink / usual.sink).toBeCloseTo(1, 1);
    expect(loose.slack).toBeGreaterThan(0);
    expect(loose.sink / usual.sink).toBeGreaterThan(1.05);
  });
});
