import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import { isInside, readWhole, type Standing, standingOf } from "../../rounds/inside-tolerance";
import { placesRead } from "../../rounds/round-readings";
import { meanReading, totalReading } from "../../runout/runout";
import { spreadOf } from "../../tension/spread";
import { type AdviseInput, isReckoned } from "../advise-input";
import type { BareRim } from "../knowing/bare-rim";
import type { WheelState } from "../knowing/state";
import { type Aim, type Outcome, outcome, trouble } from "../solving/aim";
import { bestReachable } from "../solving/make-aim";
import type { RimAction, Verdict } from "./advice";

/** A round that makes the run-out better by less than this, mm, or this part of the tolerance, is not worth the touches. */
const WORTH = { least: 0.01, ofTolerance: 0.1 };
/** How near the mean tension must be, fraction: read, or told by hand; not told at all it is taken as it should be. */
const NEAR = { read: 0.05, told: 0.15 };
/** Fraction of the wanted tension by which a round must bring the mean nearer to be worth it for that alone. */
const NEARER = 0.05;
/** Fraction by which a spoke near the edge must come nearer to its side's mean. */
const EVENER = 0.01;
/** mm of offset, alike. */
const ACROSS = 0.05;
/** mm of bend in the bare rim that a press should take out before spokes are asked to. */
const BENT = 0.5;
/** mm past which a steel rim does not come back true (common practice). */
const HOPELESS = 3;

/** A wheel, what it would become, and what the turns are meant for. */
export interface Judged {
  readonly input: AdviseInput;
  readonly geometry: WheelGeometry;
  readonly state: WheelState;
  /** N wanted in each spoke, and the part of it wanted now and there now. */
  readonly full: Float64Array;
  readonly stage: number;
  readonly tightNow: number;
  /** What is aimed at once twist is let go; the best turns for it, not yet in steps. */
  readonly aim: Aim;
  readonly wished: Float64Array;
  /** As the wheel reads, as it will read with nothing turned but twist let go, and with these turns and twist let go. */
  readonly now: Outcome;
  readonly released: Outcome;
  readonly atRest: Outcome;
  readonly turns: Float64Array;
  /** Some of this round is turned already: the rest goes with it. */
  readonly begun: boolean;
}

export interface Judgement {
  readonly verdict: Verdict;
  /** Whether the turns are worth making. */
  readonly turn: boolean;
  /** The truest this wheel could be made at this stage. */
  readonly reachable: Outcome;
  /** How the newest readings stand against the tolerance. */
  readonly standing: Standing;
  /** Whether enough was read to say anything of the rim. */
  readonly complete: boolean;
}

const worstOf = (run: { readonly lateralTir: number; readonly radialTir: number }): number =>
  Math.max(run.lateralTir, run.radialTir);

/** Read a second time with nothing turned between: what is left is the wheel's own, and a third look would say the same. */
export const isSecondLook = ({ history }: Pick<AdviseInput, "history">): boolean =>
  history.at(-1)?.turns.every((t) => t === 0) ?? false;

/** Done, to be turned, to be de-stressed and read again, or the rim; and whether turning is worth the touches. */
export const judge = (wheel: Judged): Judgement => {
  const { input, geometry, state, full, stage, tightNow, aim, now, released, atRest } = wheel;
  const { readings, tolerance } = input;
  const n = full.length;
  const inside = (run: { readonly lateralTir: number; readonly radialTir: number }) =>
    isInside({ lateral: run.lateralTir, radial: run.radialTir, offset: null }, tolerance);

  // As it stands.
  const whole = readWhole(readings, "lateral") && readWhole(readings, "radial");
  const complete = whole || (placesRead(readings.lateral) >= 3 && placesRead(readings.radial) >= 3);
  const gauged = placesRead(readings.tension) >= n / 2;
  const reckoned = isReckoned(input);
  const said = input.tight !== undefined || reckoned;
  const near = gauged && !reckoned ? NEAR.read : said ? NEAR.told : Number.POSITIVE_INFINITY;
  const tightEnough = Math.abs(tightNow / input.stage - 1) <= near;
  // The farthest of forty spokes stands farther by what its readings are unsure of; one σ of that is not held against it.
  // Of what only an ear or a hand told apart it is: such figures are drawn together, and lie too near already.
  const unsure = (state.tensionSigma * n) / full.reduce((a, b) => a + b, 0);
  const spread = spreadOf(geometry.spokes, state.tension);
  const even = !gauged || spread <= tolerance.tensionSpread + (reckoned ? 0 : unsure);
  // By what the dial said, as every screen and the sheet hold it against the tolerance, not by what is believed of it.
  const standing = standingOf(readings, tolerance);
  const done = standing.state === "inside" && tightEnough && even;
  const settles = inside(released) && !inside(now) && tightEnough;

  // As it could be. Nothing out of reach is asked for while tension is still being brought up.
  const reachable =
    inside(atRest) || stage < input.stage ? outcome(aim, wheel.wished) : bestReachable(input, aim, full);
  const outOfReach = !inside(reachable);

  // What the turns bring; less will do where they bring the wheel inside.
  const gain = worstOf(released) - worstOf(atRest);
  const gainsElse =
    Math.abs(released.offset) - Math.abs(atRest.offset) > ACROSS ||
    (gauged && (!tightEnough || !even) && trouble(aim, atRest, 0) < 0.9 * trouble(aim, released, 0)) ||
    // What may well stand past what is allowed is brought back inside while there is a turn to spare for it.
    (gauged &&
      spread > tolerance.tensionSpread - unsure &&
      spread - spreadOf(geometry.spokes, atRest.tension) > EVENER) ||
    Math.abs(tightNow - stage) > NEARER;
  const lookedTwice = isSecondLook(input);
  const worth =
    lookedTwice || outOfReach || (inside(atRest) && !inside(released))
      ? WORTH.least
      : Math.max(WORTH.least, WORTH.ofTolerance * Math.min(tolerance.lateral, tolerance.radial));
  const nothingRead =
    placesRead(readings.lateral) + placesRead(readings.radial) + placesRead(readings.tension) === 0 &&
    (readings.offset ?? null) === null;
  const worthIt = wheel.begun || (!nothingRead && (gain >= worth || gainsElse));
  const idle = !worthIt || wheel.turns.every((t) => t === 0);

  let verdict: Verdict = "turn";
  if (done) verdict = "done";
  else if (settles && !lookedTwice) verdict = "destress";
  else if (outOfReach && complete && stage === input.stage) verdict = "rim";
  // Nothing worth turning although the tolerance could be had: what is left is twist not yet let go, or noise; a second
  // look tells which.
  else if (idle && !nothingRead) verdict = lookedTwice && complete ? "rim" : "destress";
  const over = verdict === "done" || verdict === "destress";
  return { verdict, turn: wheel.begun || (worthIt && !over), reachable, standing, complete };
};

/** What to do with a rim that cannot be had true by its spokes. */
export const rimAction = (verdict: Verdict, bare: BareRim | null): RimAction => {
  if (verdict !== "rim") return "none";
  if (!bare) return "stop";
  const worst = Math.max(totalReading([...bare.lateral]), totalReading([...bare.radial]));
  if (worst > HOPELESS) return "scrap";
  const peak = Math.max(
    ...[bare.lateral, bare.radial].map((line) => Math.max(...line.map((v) => Math.abs(v - meanReading([...line]))))),
  );
  return peak > BENT ? "straighten" : "stop";
};
