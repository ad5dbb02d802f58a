import { describe, expect, test } from "vitest";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { totalReading } from "@/core/runout/runout";
import { sideTensions } from "@/core/tension/balance";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { type Aim, outcome, trouble } from "../solving/aim";
import { handSteps } from "../solving/hand-steps";
import { solveAim } from "../solving/solve-aim";
import { trialWheel } from "../trial-builds.test.rig";
import { bareRim } from "./bare-rim";
import { learn } from "./learn";
import type { PastRound } from "./state";

const wheel = readWheel(trialWheel("steel"));
const geometry = wheelGeometry(wheel);
const sides = sideTensions(wheel, geometry.spokes);
const wanted = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);
const all = [...Array(40).keys()].map((i) => i + 1);

const read = (stand: StandInWheel) => ({
  lateral: all.map((s) => stand.readLateral(s)),
  radial: all.map((s) => stand.readRadial(s)),
  tension: all.map((s) => stand.readTension(s)),
  offset: stand.readOffset(),
});

/** A tight wheel whose nipples were turned here and there in two rounds. */
const twoRounds = (seed: number, destress: boolean) => {
  const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled", { seam: 0 }));
  for (const s of all) stand.turn(s, 0.25);
  stand.destress();
  const luck = chance(seed);
  const history: PastRound[] = [];
  for (let r = 0; r < 2; r++) {
    const readings = read(stand);
    const turns = all.map(() => Math.round(luck.normal(4)) / 16);
    all.forEach((s, i) => {
      stand.turn(s, turns[i]);
    });
    if (destress) stand.destress();
    history.push({ readings, turns });
  }
  return { stand, history, now: read(stand) };
};

describe("learning", () => {
  test("two rounds teach stiffness to a fifth, and whether the wheel was de-stressed", () => {
    const off = { lateral: [] as number[], share: [] as number[], held: [] as number[] };
    for (let seed = 1; seed <= 6; seed++) {
      const released = twoRounds(seed, true);
      const learnt = learn(geometry, wanted, released.now, released.history);
      off.lateral.push(Math.abs(Math.log(learnt.stiffness.lateralScale / released.stand.hidden.lateralScale)));
      off.share.push(Math.abs(Math.log(learnt.stiffness.share / released.stand.hidden.share)));
      expect(learnt.grip).toBeGreaterThan(0.95);
      const held = twoRounds(seed, false);
      off.held.push(learn(geometry, wanted, held.now, held.history).grip);
    }
    const median = (list: number[]) => list.sort((a, b) => a - b)[3];
    expect(median(off.lateral)).toBeLessThan(Math.log(1.2));
    expect(median(off.share)).toBeLessThan(Math.log(1.2));
    expect(median(off.held)).toBeLessThan(0.93);
  });

  test("nothing turned teaches nothing, and one wild reading does not mislead", () => {
    const { now, history, stand } = twoRounds(3, true);
    expect(learn(geometry, wanted, now, []).lastAnswer).toBeNull();
    const wild = { ...now, lateral: now.lateral.map((v, i) => (i === 7 ? v + 5 : v)) };
    const learnt = learn(geometry, wanted, wild, history);
    expect(Math.abs(Math.log(learnt.stiffness.lateralScale / stand.hidden.lateralScale))).toBeLessThan(Math.log(1.5));
  });
});

describe("the bare rim", () => {
  // The stand-in's own bend is known only to this test.
  test("a bend's height and place are found from readings and tensions, lateral within 0.12 mm", () => {
    for (const seed of [2, 5, 8]) {
      const bend = { lateral: 1, radial: 0, from: 12, spokes: 6 };
      const stand = new StandInWheel(
        wheel,
        hiddenWheel(seed, "fresh", {
          lateralScale: 1,
          radialScale: 1,
          bareLateral: 0.02,
          bareRadial: 0.02,
          bend,
          seam: 0,
        }),
      );
      const bare = bareRim(
        geometry,
        { lateralScale: 1, radialScale: 1, share: 0.5 },
        Float64Array.from(all, (s) => stand.trueLateral(s)),
        Float64Array.from(all, (s) => stand.trueRadial(s)),
        Float64Array.from(all, (s) => stand.truePull(s)),
      );
      // The bend with its 0 and 1 per turn taken out, as the bare rim is given.
      const shape = all.map((s) => (s >= 12 && s <= 18 ? Math.sin((Math.PI * (s - 12)) / 6) ** 2 : 0));
      const part = (k: number, f: (x: number) => number) =>
        (shape.reduce((sum, v, i) => sum + v * f((k * 2 * Math.PI * (i + 0.5)) / 40), 0) * (k === 0 ? 1 : 2)) / 40;
      const own = shape.map((v, i) => {
        const angle = (2 * Math.PI * (i + 0.5)) / 40;
        return v - part(0, Math.cos) - part(1, Math.cos) * Math.cos(angle) - part(1, Math.sin) * Math.sin(angle);
      });
      const peak = bare.lateral.indexOf(Math.max(...bare.lateral)) + 1;
      expect(Math.abs(peak - 15)).toBeLessThanOrEqual(1);
      bare.lateral.forEach((v, i) => {
        expect(Math.abs(v - own[i])).toBeLessThan(0.12);
      });
      expect(totalReading([...bare.radial])).toBeLessThan(0.2);
    }
  });
});

describe("the aim", () => {
  const luck = chance(11);
  const n = 12;
  const matrix = (size: number, reach: number) =>
    Float64Array.from({ length: n * n }, (_, k) => {
      const apart = Math.min((Math.floor(k / n) - (k % n) + n) % n, ((k % n) - Math.floor(k / n) + n) % n);
      return size * Math.exp(-apart / reach) * ((k % n) % 2 === 0 ? 1 : -1);
    });
  const small: Aim = {
    n,
    lateral: Float64Array.from({ length: n }, () => luck.normal(0.3)),
    radial: Float64Array.from({ length: n }, () => luck.normal(0.2)),
    tension: Float64Array.from({ length: n }, () => 1000 + luck.normal(80)),
    offset: 0.4,
    perTurn: {
      lateral: matrix(0.4, 2),
      radial: matrix(0.2, 1).map((v) => -Math.abs(v)),
      tension: matrix(900, 0.6).map(Math.abs),
      offset: new Float64Array(n).map((_, i) => (i % 2 === 0 ? 0.03 : -0.03)),
    },
    repeats: false,
    wanted: new Float64Array(n).fill(1000),
    counted: new Float64Array(n).fill(1),
    floor: new Float64Array(n).fill(800),
    ceiling: new Float64Array(n).fill(1200),
    low: new Float64Array(n).fill(-1),
    high: new Float64Array(n).fill(1),
    rough: false,
    reach: null,
    weights: { lateral: 0.05, radial: 0.05, offset: 0.05, spread: 0.2, mean: 0.02 },
  };
  const cost = (x: Float64Array) =>
    trouble(
      small,
      outcome(small, x),
      x.reduce((sum, t) => sum + t * t, 0),
    );

  test("no nearby set of turns is better than the solved one", () => {
    const best = solveAim(small);
    if (!best) throw new Error("no turns fit");
    const least = cost(best);
    for (let k = 0; k < 3000; k++) {
      const other = best.map((t) => Math.min(1, Math.max(-1, t + luck.normal(k % 2 ? 0.02 : 0.2))));
      expect(cost(other)).toBeGreaterThan(least - 0.05);
    }
  });
  test("steps of a hand lose little to it, and no single step or dropped nipple betters them", () => {
    const best = solveAim(small);
    if (!best) throw new Error("no turns fit");
    const hand = handSteps(small, best, 1 / 16, 0);
    const plain = best.map((t) => Math.round(t * 16) / 16);
    expect(cost(hand)).toBeLessThanOrEqual(cost(plain) + 1e-9);
    for (let i = 0; i < n; i++)
      for (const d of [1 / 16, -1 / 16]) {
        const other = hand.map((t, k) => (k === i ? t + d : t));
        if (Math.abs(other[i]) <= 1) expect(cost(other)).toBeGreaterThan(cost(hand) - 1e-5);
      }
    expect(handSteps(small, best, 1 / 16, 1e6).every((t) => t === 0)).toBe(true);
  });
});
