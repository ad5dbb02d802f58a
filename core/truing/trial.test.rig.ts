import { placeSpokes } from "@/core/lacing/placement";
import { sideTensions } from "@/core/tension/balance";
import { readWheel, type Wheel, type WheelInput } from "@/core/wheel/wheel-file";
import { turnWorst } from "@/devices/hand-method";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { bestPossible } from "@/record/best-possible";
import type { RoundReadings } from "../rounds/round-readings";
import { advise } from "./advise";
import type { PastRound } from "./knowing/state";

export type TrialBuild = "steel" | "alloy" | "single-sided";

const drum: WheelInput = {
  format: "tall-compass/wheel",
  version: 1,
  name: "full-width drum, 40",
  rim: { holes: 40, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 55 },
  hub: {
    A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
  },
  lacing: { A: { cross: 2 }, B: { cross: 2 } },
  spoke: { diameter: 3.66, threadPitch: 0.635 },
  tension: { target: 2500 },
};

export const trialWheel = (build: TrialBuild): WheelInput =>
  build === "single-sided"
    ? {
        ...drum,
        name: "single-sided brake, 36",
        rim: { holes: 36, erd: 470, firstHole: "A", holeOffset: 2, section: "alloy", width: 50 },
        hub: {
          A: { holes: 18, holeCircle: 176, toCentre: 30, holeDiameter: 4 },
          B: { holes: 18, holeCircle: 92, toCentre: 34, holeDiameter: 4 },
        },
        lacing: { A: { cross: 1 }, B: { cross: 3 } },
        spoke: { diameter: 3.25, threadPitch: 0.635 },
        tension: { target: 2000 },
      }
    : { ...drum, name: `${build} 40`, rim: { ...drum.rim, section: build } };

/** How a wheel is read and worked on in a trial. */
export interface TrialWay {
  readonly rounds: number;
  /** Every how many holes the dial is read. */
  readonly every?: number;
  readonly noTension?: boolean;
  /** The bare rim was laid on a plate and felt under, with feelers sure to 0.05 mm. */
  readonly plate?: boolean;
  /** Only the highest and the lowest place of each. */
  readonly highAndLow?: boolean;
  /** The wheel file is wrong by this part in hole circles, flanges and effective rim diameter. */
  readonly assumed?: number;
  /** Nipples that do not turn, 1…n; told from the first on. */
  readonly stuck?: readonly number[];
  /** Worst spot first, a quarter turn, by eye; no advice. */
  readonly byHand?: boolean;
}

/** What a trial came to; mm, fractions. */
export interface Trial {
  readonly best: number;
  /** The same in whole steps of a hand. */
  readonly bestInSteps: number;
  readonly lateral: number;
  readonly radial: number;
  readonly offset: number;
  /** Tighter side's mean over the target, less 1. */
  readonly mean: number;
  readonly spread: number;
  /** Least tension over its side's mean. */
  readonly slackest: number;
  readonly touches: number;
}

const range = (x: readonly number[]) => Math.max(...x) - Math.min(...x);

const readStand = (stand: StandInWheel, way: TrialWay): RoundReadings => {
  const all = [...Array(stand.wheel.rim.holes).keys()].map((i) => i + 1);
  const line = (read: (spoke: number) => number): (number | null)[] => {
    if (!way.highAndLow) return all.map((s, i) => (i % (way.every ?? 1) === 0 ? read(s) : null));
    const whole = all.map(read);
    const high = whole.indexOf(Math.max(...whole));
    const low = whole.indexOf(Math.min(...whole));
    return whole.map((v, i) => (i === high || i === low ? v : null));
  };
  // A weld is seen; whoever reads few places reads beside it.
  const spokes = placeSpokes(stand.wheel);
  const weld = spokes.findIndex((s) => Math.abs(s.rimAngleDeg - stand.hidden.seamAtDeg) <= 180 / stand.wheel.rim.holes);
  const radial = line((s) => stand.readRadial(s));
  if (way.every && radial[weld] !== null) {
    radial[weld] = null;
    radial[weld + 1] = stand.readRadial(weld + 2);
  }
  return {
    lateral: line((s) => stand.readLateral(s) + 0.4),
    radial,
    ...(way.noTension ? {} : { tension: all.map((s) => stand.readTension(s)) }),
    offset: stand.readOffset(),
  };
};

/** The hand method of the bench: the wheel is brought up evenly, then worst spot first; as many touches as the advice has. */
const byHand = (stand: StandInWheel, touches: number): number => {
  const { wheel } = stand;
  const spokes = placeSpokes(wheel);
  const n = spokes.length;
  const sides = sideTensions(wheel, spokes);
  const mean = (side: "A" | "B") => {
    const own = spokes.filter((s) => s.flange === side);
    return own.reduce((sum, s) => sum + stand.readTension(s.spoke), 0) / own.length;
  };
  let used = 0;
  // Up to tension, every nipple alike.
  for (let pass = 0; pass < 60 && (mean("A") + mean("B")) / (sides.A + sides.B) < 0.97; pass++) {
    for (const s of spokes) stand.turn(s.spoke, 0.125);
    if (pass % 8 === 0) used += n;
  }
  stand.destress();
  while (used < touches) {
    turnWorst(stand, (spoke, by) => stand.turn(spoke, by));
    used += 2;
    if (used % 40 === 0) stand.destress();
  }
  stand.destress();
  return used;
};

/**
 * Trues a stand-in by the advice alone, de-stressing after every round, and measures it without noise. The stand-in's
 * stiffness, shape, twist and seam are its own; the advice sees readings and its own turns.
 */
export const runTrial = (build: TrialBuild, seed: number, start: "fresh" | "buckled", way: TrialWay): Trial => {
  const wheel: Wheel = readWheel(trialWheel(build));
  const hidden = hiddenWheel(seed, start);
  const stand = new StandInWheel(wheel, hidden);
  const n = wheel.rim.holes;
  const all = [...Array(n).keys()].map((i) => i + 1);
  const off = way.assumed ?? 0;
  const flange = (f: Wheel["hub"]["A"]) => ({
    ...f,
    holeCircle: f.holeCircle * (1 - off),
    toCentre: f.toCentre * (1 + off),
  });
  const told: Wheel = {
    ...wheel,
    rim: { ...wheel.rim, erd: wheel.rim.erd * (1 + off) },
    hub: { ...wheel.hub, A: flange(wheel.hub.A), B: flange(wheel.hub.B) },
  };
  const felt = chance(seed * 389 + 1);
  const plate = all.map((s) => stand.bareLateral(s) + felt.normal(0.05));
  const history: PastRound[] = [];
  let touches = 0;
  if (way.byHand) touches = byHand(stand, 30 * way.rounds);
  else
    for (let r = 0; r < way.rounds; r++) {
      const readings = readStand(stand, way);
      const { turns } = advise({
        wheel: told,
        readings,
        tolerance: { lateral: 0.05, radial: 0.05, offset: 0.2, tensionSpread: 0.2 },
        stage: 1,
        nipple: {
          step: 1 / 16,
          most: 1,
          ...(way.stuck ? { left: all.map((s) => (way.stuck?.includes(s) ? 0 : null)) } : {}),
        },
        ...(way.plate ? { bare: { lateral: plate } } : {}),
        ...(way.noTension ? { tight: start === "fresh" ? 0.15 : 0.8 } : {}),
        history,
      });
      turns.forEach((t, i) => {
        if (t === 0) return;
        stand.turn(i + 1, t);
        touches++;
      });
      stand.destress();
      history.push({ readings, turns: [...turns], destressed: true });
    }
  const spokes = placeSpokes(wheel);
  const pulls = all.map((s) => stand.truePull(s));
  const meanOf = (side: "A" | "B") =>
    pulls.filter((_, i) => spokes[i].flange === side).reduce((a, b) => a + b, 0) / (n / 2);
  const means = { A: meanOf("A"), B: meanOf("B") };
  const sides = sideTensions(wheel, spokes);
  const tighter = sides.A > sides.B ? "A" : "B";
  const best = bestPossible(new StandInWheel(wheel, hidden), hidden, 0.2, way.stuck);
  return {
    best: best.any,
    bestInSteps: best.inSteps,
    lateral: range(all.map((s) => stand.trueLateral(s))),
    radial: range(all.map((s) => stand.trueRadial(s))),
    offset: Math.abs(stand.readOffset()),
    mean: means[tighter] / wheel.tension.target - 1,
    spread: Math.max(...pulls.map((t, i) => Math.abs(t / means[spokes[i].flange] - 1))),
    slackest: Math.min(...pulls.map((t, i) => t / means[spokes[i].flange])),
    touches,
  };
};
