import { placeSpokes } from "@/core/lacing/placement";
import { sideTensions } from "@/core/tension/balance";
import { readWheel, type Wheel, type WheelInput } from "@/core/wheel/wheel-file";
import { hiddenWheel, StandInWheel } from "@/devices/stand-in-wheel";
import { advise } from "./advise";
import { bestPossible } from "./best-possible.test.rig";

export type RimKind = "steel" | "alloy";

export const trialWheel = (section: RimKind): WheelInput => ({
  format: "tall-compass/wheel",
  version: 1,
  name: `${section} 40`,
  rim: { holes: 40, erd: 440, firstHole: "A", holeOffset: 3, section, width: 55 },
  hub: {
    A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
  },
  lacing: { A: { cross: 2 }, B: { cross: 2 } },
  spoke: { diameter: 3.66, threadPitch: 0.635 },
  tension: { target: 2500 },
});

/** What a trial came to; mm, fractions. */
export interface Trial {
  readonly best: number;
  readonly lateral: number;
  readonly radial: number;
  readonly offset: number;
  /** Tighter side's mean over the target, less 1. */
  readonly mean: number;
  readonly spread: number;
  readonly touches: number;
}

const range = (x: readonly number[]) => Math.max(...x) - Math.min(...x);

/**
 * Trues a stand-in by the advice alone, de-stressing after every round, and measures it without noise. The stand-in's
 * stiffness, shape, twist and seam are its own; the advice sees readings and its own turns.
 */
export const runTrial = (section: RimKind, seed: number, start: "fresh" | "buckled", rounds: number): Trial => {
  const wheel: Wheel = readWheel(trialWheel(section));
  const hidden = hiddenWheel(seed, start);
  const stand = new StandInWheel(wheel, hidden);
  const all = [...Array(wheel.rim.holes).keys()].map((i) => i + 1);
  const history: {
    readings: { lateral: number[]; radial: number[]; tension: number[]; offset: number };
    turns: number[];
  }[] = [];
  let touches = 0;
  for (let r = 0; r < rounds; r++) {
    const readings = {
      lateral: all.map((s) => stand.readLateral(s) + 0.4),
      radial: all.map((s) => stand.readRadial(s)),
      tension: all.map((s) => stand.readTension(s)),
      offset: stand.readOffset(),
    };
    const { turns } = advise({
      wheel,
      readings,
      tolerance: { lateral: 0.1, radial: 0.1, offset: 0.2, tensionSpread: 0.2 },
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history,
    });
    turns.forEach((t, i) => {
      if (t === 0) return;
      stand.turn(i + 1, t);
      touches++;
    });
    stand.destress();
    history.push({ readings, turns: [...turns] });
  }
  const spokes = placeSpokes(wheel);
  const pulls = all.map((s) => stand.truePull(s));
  const meanOf = (side: "A" | "B") =>
    pulls.filter((_, i) => spokes[i].flange === side).reduce((a, b) => a + b, 0) / (all.length / 2);
  const means = { A: meanOf("A"), B: meanOf("B") };
  const sides = sideTensions(wheel, spokes);
  const tighter = sides.A > sides.B ? "A" : "B";
  return {
    best: bestPossible(new StandInWheel(wheel, hidden), hidden),
    lateral: range(all.map((s) => stand.trueLateral(s))),
    radial: range(all.map((s) => stand.trueRadial(s))),
    offset: Math.abs(stand.readOffset()),
    mean: means[tighter] / wheel.tension.target - 1,
    spread: Math.max(...pulls.map((t, i) => Math.abs(t / means[spokes[i].flange] - 1))),
    touches,
  };
};
