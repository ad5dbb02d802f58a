import { placeSpokes } from "@/core/lacing/placement";
import { sideTensions } from "@/core/tension/balance";
import { noteFrequency } from "@/core/tension/note";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { turnWorst } from "@/devices/hand-method";
import { type HiddenWheel, hiddenWheel } from "@/devices/hidden-wheel";
import { type Chance, chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { bestPossible } from "@/record/best-possible";
import type { RoundReadings } from "../rounds/round-readings";
import type { Heard } from "../tension/by-ear";
import { advise } from "./advise";
import { readAdvise } from "./advise-input";
import type { PastRound } from "./knowing/state";
import { type TrialBuild, trialWheel } from "./trial-builds.test.rig";

/** How a wheel is read and worked on in a trial. */
export interface TrialWay {
  readonly rounds: number;
  /** Every how many holes the dial is read. */
  readonly every?: number;
  /** Which they are: the same each round, others each round in turn, or those the advice asks for. */
  readonly places?: "same" | "turned" | "asked";
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
  /** What the wheel hides, other than its seed says. */
  readonly hidden?: Partial<HiddenWheel>;
  /** The step of each round's nipples, the last for all after it; 1/16 where not said. */
  readonly steps?: readonly number[];
  /** Nobody tells the advice that the spokes were let go of their twist. */
  readonly untold?: boolean;
  /** A turn of the hand comes out by this part wrong, 1 σ. */
  readonly handScatter?: number;
  /** From this round's middle on the dial stands by so many mm elsewhere. */
  readonly slips?: { readonly round: number; readonly by: number };
  /** In this round one place's readings are put to the next spoke. */
  readonly wrongSpoke?: number;
  /** 1 σ, mm. */
  readonly offsetNoise?: number;
  /** Notes instead of tensions, 1 σ of 1 %; one spoke of each kind known by a gauge, or none. */
  readonly byEar?: "alone" | "one-known";
  /** Total reading asked for, mm. */
  readonly asked?: number;
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
  readonly holes: number;
}

type HeardReadings = RoundReadings & Pick<Heard, "note" | "known">;

const range = (x: readonly number[]) => Math.max(...x) - Math.min(...x);

/** Every spoke plucked, and of each flange and lean the first held to a gauge where one is known. */
const pluckedAll = (stand: StandInWheel, way: "alone" | "one-known", ear: Chance) => {
  const spokes = placeSpokes(stand.wheel);
  const note = spokes.map(({ spoke }) => {
    const { tension, freeLength, diameter, endStiffness } = stand.plucked(spoke);
    if (tension <= 0) return 0;
    const { modulus } = stand.wheel.spoke;
    return (
      noteFrequency({ freeLength, diameter, modulus, density: 7850, ends: endStiffness }, tension) *
      (1 + ear.normal(0.01))
    );
  });
  const firsts = spokes.filter((s, i) => spokes.findIndex((o) => o.flange === s.flange && o.lean === s.lean) === i);
  const known = firsts
    .map(({ spoke }) => ({ spoke, tension: stand.readTension(spoke) }))
    .filter(({ tension }) => tension > 0);
  return { note, ...(way === "one-known" ? { known } : {}) };
};

const readStand = (
  stand: StandInWheel,
  way: TrialWay,
  round: number,
  asked: readonly number[] | null,
): HeardReadings => {
  const felt = chance(stand.hidden.seed * 769 + round * 13 + 5);
  const n = stand.wheel.rim.holes;
  const all = [...Array(n).keys()].map((i) => i + 1);
  const slipped = (s: number) => (way.slips?.round === round && s > n / 2 ? way.slips.by : 0);
  const put = (s: number) => (way.wrongSpoke === round && s === 9 ? 10 : s);
  const every = way.every ?? 1;
  // Two on of five, then four, one, three: never beside those just read.
  const turned = way.places === "turned" ? Math.round((round * every) / 2.5) % every : 0;
  const isRead = (s: number): boolean => asked?.includes(s) ?? (s - 1) % every === turned;
  const line = (read: (spoke: number) => number): (number | null)[] => {
    if (!way.highAndLow) return all.map((s) => (isRead(s) ? read(s) : null));
    const whole = all.map(read);
    const high = whole.indexOf(Math.max(...whole));
    const low = whole.indexOf(Math.min(...whole));
    return whole.map((v, i) => (i === high || i === low ? v : null));
  };
  // A weld is seen; whoever reads few places reads beside it.
  const spokes = placeSpokes(stand.wheel);
  const weld = spokes.findIndex((s) => Math.abs(s.rimAngleDeg - stand.hidden.seamAtDeg) <= 180 / stand.wheel.rim.holes);
  const radial = line((s) => stand.readRadial(s));
  if (way.every && !asked && radial[weld] !== null) {
    radial[weld] = null;
    radial[weld + 1] = stand.readRadial(weld + 2);
  }
  return {
    lateral: line((s) => stand.readLateral(put(s)) + 0.4 + slipped(s)),
    radial,
    ...(way.byEar
      ? pluckedAll(stand, way.byEar, felt)
      : way.noTension
        ? {}
        : { tension: all.map((s) => stand.readTension(s)) }),
    offset: stand.readOffset() + (way.offsetNoise ? felt.normal(way.offsetNoise) : 0),
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

/** The best of the last wheel asked for: one class after another asks for the same. */
let lastBest = { of: "", is: { best: 0, bestInSteps: 0 } };
const bestOf = (build: TrialBuild, hidden: HiddenWheel, stuck?: readonly number[]): typeof lastBest.is => {
  const of = JSON.stringify([build, hidden, stuck]);
  if (of !== lastBest.of) {
    const { free, inSteps } = bestPossible(new StandInWheel(readWheel(trialWheel(build)), hidden), hidden, 0.2, stuck);
    // Where no whole steps keep to the window, the advice is held against turns of any size: harder on it.
    lastBest = { of, is: { best: free, bestInSteps: inSteps() ?? free } };
  }
  return lastBest.is;
};

/**
 * Trues a stand-in by the advice alone, de-stressing after every round, and measures it without noise. The stand-in's
 * stiffness, shape, twist and seam are its own; the advice sees readings and its own turns.
 */
export const runTrial = (build: TrialBuild, seed: number, start: "fresh" | "buckled", way: TrialWay): Trial => {
  const wheel: Wheel = readWheel(trialWheel(build));
  const hidden = hiddenWheel(seed, start, way.hidden);
  const hand = chance(seed * 577 + 3);
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
  const history: (PastRound & { readonly readings: HeardReadings })[] = [];
  let touches = 0;
  let askedFor: readonly number[] | null = null;
  if (way.byHand) touches = byHand(stand, 30 * way.rounds);
  else
    for (let r = 0; r < way.rounds; r++) {
      const readings = readStand(stand, way, r, way.places === "asked" ? askedFor : null);
      const asked = way.asked ?? 0.05;
      const steps = way.steps ?? [1 / 16];
      const { turns, readNext } = advise(
        readAdvise({
          wheel: told,
          readings,
          tolerance: { lateral: asked, radial: asked, offset: 0.2, tensionSpread: 0.2 },
          stage: 1,
          nipple: {
            step: steps[Math.min(r, steps.length - 1)],
            most: 1,
            ...(way.stuck ? { left: all.map((s) => (way.stuck?.includes(s) ? 0 : null)) } : {}),
          },
          ...(way.plate ? { bare: { lateral: plate } } : {}),
          ...(way.noTension ? { tight: start === "fresh" ? 0.15 : 0.8 } : {}),
          history,
        }),
      );

      turns.forEach((t, i) => {
        if (t === 0) return;
        stand.turn(i + 1, t * (1 + hand.normal(way.handScatter ?? 0)));
        touches++;
      });
      stand.destress();
      askedFor = readNext ?? null;
      history.push({ readings, turns: [...turns], ...(way.untold ? {} : { destressed: true }) });
    }
  const spokes = placeSpokes(wheel);
  const pulls = all.map((s) => stand.truePull(s));
  const meanOf = (side: "A" | "B") =>
    pulls.filter((_, i) => spokes[i].flange === side).reduce((a, b) => a + b, 0) / (n / 2);
  const means = { A: meanOf("A"), B: meanOf("B") };
  const sides = sideTensions(wheel, spokes);
  const tighter = sides.A > sides.B ? "A" : "B";
  const best = bestOf(build, hidden, way.stuck);
  return {
    ...best,
    lateral: range(all.map((s) => stand.trueLateral(s))),
    radial: range(all.map((s) => stand.trueRadial(s))),
    offset: Math.abs(stand.readOffset()),
    mean: means[tighter] / wheel.tension.target - 1,
    spread: Math.max(
      ...pulls.map((t, i) => (way.stuck?.includes(i + 1) ? 0 : Math.abs(t / means[spokes[i].flange] - 1))),
    ),
    slackest: Math.min(...pulls.map((t, i) => t / means[spokes[i].flange])),
    touches,
    holes: n,
  };
};
