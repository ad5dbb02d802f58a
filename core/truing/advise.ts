import { type WheelGeometry, wheelGeometry } from "../mechanics/elastic-wheel";
import { meanReading, type Readings, totalReading } from "../runout/runout";
import { sideTensions } from "../tension/balance";
import { sideMean, spreadOf } from "../tension/spread";
import type { Advice, Forecast, RimAction, Verdict } from "./advice";
import type { AdviseInput } from "./advise-input";
import { type Aim, type Outcome, outcome, trouble } from "./aim";
import { type BareRim, bareRim } from "./bare-rim";
import { worstBend } from "./bend";
import { explain } from "./explain";
import { handSteps } from "./hand-steps";
import { learn } from "./learn";
import { bestReachable, makeAim, settledAim, slackAtEnd } from "./make-aim";
import { bySchool, inPairs, type School } from "./schools";
import { solveAim } from "./solve-aim";
import { squaresOf } from "./squares";
import { wheelBetween, wheelState, workingTensions } from "./state";

/** With no round to learn from, the first aims at no more than this part of the target. */
const FIRST_STAGE = 0.6;
/** Touches a wheel should need, per spoke, and the rounds they are for: the first may touch all, one past them still a few. */
const TOUCHES = { each: 3, rounds: 4, free: 2, more: 0.25 };
/** Once tension is up: how long the search for hand steps goes on, and what a touch costs. The first round's last
 * hundredth is gone with its twist; later ones end on it. */
const CLOSE = { nudges: 40, touch: 0.04 };
/** A round that makes the run-out better by less than this, mm, or this part of the tolerance, is not worth the touches. */
const WORTH = { least: 0.01, ofTolerance: 0.1 };

/** The figures of a wheel as forecast; the target's own side is the tighter. */
const asForecast = (geometry: WheelGeometry, after: Outcome): Forecast => {
  const tension = Array.from(after.tension, (t) => Math.max(0, t));
  const A = sideMean(geometry.spokes, tension, "A");
  const B = sideMean(geometry.spokes, tension, "B");
  return {
    lateralTir: after.lateralTir,
    radialTir: after.radialTir,
    offset: after.offset,
    tensionMean: Math.max(A, B),
    tensionSpread: spreadOf(geometry.spokes, tension),
    A,
    B,
    lateral: [...after.lateral],
    radial: [...after.radial],
    tension,
  };
};

const unmasked = (readings: Readings, masked: readonly number[]): Readings =>
  readings.map((r, i) => (masked.includes(i) ? null : r));

/** Twist still held in each spoke, turns: all turns since the last round in which nothing was turned. */
const heldTwist = (input: AdviseInput, grip: number): Float64Array => {
  const held = new Float64Array(input.wheel.rim.holes);
  for (const round of input.history) {
    if (round.turns.every((t) => t === 0)) held.fill(0);
    else
      round.turns.forEach((t, i) => {
        held[i] += t * (1 - grip);
      });
    if (round.destressed) held.fill(0);
  }
  return held;
};

/**
 * What to turn: the state of the wheel from all readings so far, what was learnt of its stiffness, the turns that
 * make it true, centred, even and tight, rounded to what a hand can do, and whether it is worth it.
 *
 * @throws RimBuckles when the wanted tension is past what the rim can stand
 */
export const advise = (input: AdviseInput): Advice => {
  const { wheel, readings, tolerance, nipple, history } = input;
  const geometry = wheelGeometry(wheel);
  const n = geometry.spokes.length;
  const sides = sideTensions(wheel, geometry.spokes);
  const full = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);

  // What is known: stiffness from the rounds so far, then the wheel's line and tensions.
  const learnt = learn(geometry, full, readings, history);
  const working = workingTensions(geometry, full, readings);
  // A nipple that does not turn leaves its spoke about where it is.
  const stays = (i: number) => nipple.left?.[i] === 0;
  const then = full.map((t, i) => (stays(i) ? working[i] : t));
  const elastic = wheelBetween(geometry, learnt.stiffness, working, then);
  const state = wheelState(geometry, elastic, learnt.grip, full, readings, history, input.tight, input.bare);

  // What is wanted at this stage.
  const tightNow = state.tension.reduce((sum, t, i) => sum + Math.max(0, t) / full[i], 0) / n;
  const stage =
    history.length === 0 && (!state.tensionAssumed || input.tight !== undefined)
      ? Math.min(input.stage, Math.max(FIRST_STAGE, tightNow))
      : input.stage;
  const stay = new Float64Array(n);
  const plain = makeAim(input, geometry, elastic.influences, state, learnt, full, stage);
  const now = outcome(plain, stay);
  const aim = slackAtEnd(plain);
  // Twist still held will be let go sooner or later: aim at the wheel as it will be then, forecast it as it will read.
  const released = outcome(
    aim,
    heldTwist(input, learnt.grip).map((t) => t / learnt.grip),
  );
  const school = input.school ?? "at-once";
  const whole = settledAim(aim, released, learnt.grip);
  const settled = bySchool(whole, school, tolerance);
  const squares = squaresOf(settled);
  const wished = solveAim(settled, squares) ?? stay;
  const worstNow = Math.max(now.lateralTir / tolerance.lateral, now.radialTir / tolerance.radial);
  // Tightening up needs every nipple; later a nipple must earn its touch.
  const loose = Math.abs(tightNow - stage) > 0.08;
  const touch = loose || worstNow > 3 ? 0.002 : CLOSE.touch;
  const nudges = loose || history.length === 0 ? 0 : CLOSE.nudges;
  const touches = loose || history.length < TOUCHES.free ? n : touchesLeft(history, n);
  let turns: Float64Array = handSteps(settled, wished, nipple.step, touch, touches, nudges, squares);
  if (school === "pairs") turns = inPairs(wished, geometry.spokes, nipple.step, settled);
  const effort = turns.reduce((sum, t) => sum + t * t, 0);
  // What was already turned this round stays turned, whatever is made of the rest.
  const made = Float64Array.from({ length: n }, (_, i) => nipple.fixed?.[i] ?? 0);
  const begun = made.some((t) => t !== 0);
  if (!begun && trouble(settled, outcome(settled, turns), effort) > trouble(settled, released, 0) - 1e-9) turns = stay;
  const atRest = outcome(settled, turns);

  // What it comes to.
  const asRead = {
    lateral: Math.min(totalReading(unmasked(readings.lateral, state.lateral.masked)), now.lateralTir),
    radial: Math.min(totalReading(unmasked(readings.radial, state.radial.masked)), now.radialTir),
  };
  const readTensions = (readings.tension ?? []).filter((t) => t !== null).length >= n / 2;
  // Told by hand, tension is known roughly; not told at all, it is taken as it should be and said so.
  const near = readTensions ? 0.05 : input.tight === undefined ? Number.POSITIVE_INFINITY : 0.15;
  const tightEnough = Math.abs(tightNow / input.stage - 1) <= near;
  // The farthest of forty spokes stands farther by what its readings are unsure of; one σ of that is not held against it.
  const unsure = (state.tensionSigma * n) / full.reduce((a, b) => a + b, 0);
  const even = !readTensions || spreadOf(geometry.spokes, state.tension) <= tolerance.tensionSpread + unsure;
  const complete =
    readings.lateral.filter((r) => r !== null).length >= 3 && readings.radial.filter((r) => r !== null).length >= 3;
  const done =
    complete &&
    asRead.lateral <= tolerance.lateral &&
    asRead.radial <= tolerance.radial &&
    Math.abs(readings.offset ?? 0) <= tolerance.offset &&
    tightEnough &&
    even;
  const met = atRest.lateralTir <= tolerance.lateral && atRest.radialTir <= tolerance.radial;
  // Nor is it asked for while tension is still being brought up.
  const reachable =
    met || stage < input.stage ? outcome(settled, wished) : bestReachable(input, geometry, settled, full);
  const outOfReach = reachable.lateralTir > tolerance.lateral || reachable.radialTir > tolerance.radial;
  const gain = Math.max(released.lateralTir, released.radialTir) - Math.max(atRest.lateralTir, atRest.radialTir);
  const nothingRead =
    [...readings.lateral, ...readings.radial, ...(readings.tension ?? [])].every((r) => r === null) &&
    (readings.offset ?? null) === null;
  const gainsElse =
    Math.abs(released.offset) - Math.abs(atRest.offset) > 0.05 ||
    (readTensions && (!tightEnough || !even) && trouble(settled, atRest, 0) < 0.9 * trouble(settled, released, 0)) ||
    Math.abs(tightNow - stage) > 0.05;
  // Less will do where it brings the wheel inside.
  const brings = met && !(released.lateralTir <= tolerance.lateral && released.radialTir <= tolerance.radial);
  const worth = brings
    ? WORTH.least
    : Math.max(WORTH.least, WORTH.ofTolerance * Math.min(tolerance.lateral, tolerance.radial));
  if (!begun && (nothingRead || (gain < worth && !gainsElse))) turns = stay;
  const settles =
    Math.max(released.lateralTir / tolerance.lateral, released.radialTir / tolerance.radial) <= 1 &&
    worstNow > 1 &&
    tightEnough;
  let verdict: Verdict = "turn";
  if (done) verdict = "done";
  else if (settles) verdict = "destress";
  else if (outOfReach && complete && stage === input.stage) verdict = "rim";
  // Nothing worth turning although the tolerance could be had: what is left is twist not yet let go, or noise; a second
  // look tells which.
  else if (turns.every((t) => t === 0) && !nothingRead) verdict = "destress";
  if (!begun && (verdict === "done" || verdict === "destress")) turns = stay;
  const after = outcome(aim, turns);
  const bare =
    state.tensionAssumed || !complete
      ? null
      : bareRim(geometry, learnt.stiffness, state.lateral.at, state.radial.at, state.tension, state.tensionSigma);
  const action = rimAction(verdict, bare);
  const bent = bare && (action === "straighten" || action === "scrap");
  const advice = {
    turns: [...turns],
    forecast: asForecast(geometry, after),
    verdict,
    rim: {
      lateral: bare ? [...bare.lateral] : null,
      radial: bare ? [...bare.radial] : null,
      action,
      bend: bent ? worstBend(geometry, learnt.stiffness, state, bare) : null,
    },
    learnt,
  };
  return {
    ...advice,
    school: schoolCost(school, whole, atRest, nipple.step, touch, touches),
    reasons: explain({ input, geometry, state, now, after, reachable, stage, advice, elastic: elastic.influences }),
  };
};

/** How many nipples this round may touch: an even share of what is left for the rounds to come. */
const touchesLeft = (history: AdviseInput["history"], n: number): number => {
  const used = history.reduce((sum, round) => sum + round.turns.filter((t) => t !== 0).length, 0);
  const rounds = Math.max(1, TOUCHES.rounds - history.length);
  return Math.max(TOUCHES.more * n, (TOUCHES.each * n - used) / rounds);
};

/** What a way of working costs against everything at once: mm of the larger run-out, touches. */
const schoolCost = (
  school: School,
  whole: Aim,
  atRest: Outcome,
  step: number,
  touch: number,
  touches: number,
): Advice["school"] => {
  if (school === "at-once") return null;
  const best = solveAim(whole);
  const steps = best ? handSteps(whole, best, step, touch, touches) : new Float64Array(whole.n);
  const free = outcome(whole, steps);
  return {
    name: school,
    costs: Math.max(atRest.lateralTir, atRest.radialTir) - Math.max(free.lateralTir, free.radialTir),
  };
};

/** mm of bend in the bare rim that a press should take out before spokes are asked to. */
const BENT = 0.5;
/** mm past which a steel rim does not come back true (common practice). */
const HOPELESS = 3;

const rimAction = (verdict: Verdict, bare: BareRim | null): RimAction => {
  if (verdict !== "rim") return "none";
  if (!bare) return "stop";
  const worst = Math.max(totalReading([...bare.lateral]), totalReading([...bare.radial]));
  if (worst > HOPELESS) return "scrap";
  const peak = Math.max(
    ...[bare.lateral, bare.radial].map((line) => Math.max(...line.map((v) => Math.abs(v - meanReading([...line]))))),
  );
  return peak > BENT ? "straighten" : "stop";
};
