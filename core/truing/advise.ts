import { placesRead } from "../rounds/round-readings";
import type { AdviseInput } from "./advise-input";
import { bringUp } from "./bring-up";
import { bareRim } from "./knowing/bare-rim";
import { worstBend } from "./knowing/bend";
import { knownOf } from "./knowing/known";
import { readNext } from "./knowing/read-next";
import type { Advice } from "./saying/advice";
import { explain } from "./saying/explain";
import { asForecast } from "./saying/forecast";
import { isSecondLook, judge, rimAction } from "./saying/verdict";
import { type Aim, type Outcome, outcome, trouble } from "./solving/aim";
import { fewestSteps } from "./solving/fewest";
import { handSteps } from "./solving/hand-steps";
import { bestInside, makeAim, settledAim, slackAtEnd, towards } from "./solving/make-aim";
import { bySchool, inPairs, type School } from "./solving/schools";
import { solveAim } from "./solving/solve-aim";
import { squaresOf } from "./solving/squares";

/** With no round to learn from, the first aims at no more than this part of the target. */
const FIRST_STAGE = 0.6;
/** Fraction of the wanted tension off which every nipple is turned. */
const LOOSE = 0.08;
/**
 * Touches a wheel may need, per spoke, and the rounds they are for: the first two may touch all, one past them still a
 * few. From the third on the budget holds whatever a nipple more would gain: an exception for a wheel still out is what
 * every bent rim claims. Three a spoke is what is promised: a round never goes past it but for the few of a wheel that is
 * there already. Only one still far from its tension is brought up first. A wheel that the first round leaves at the tension
 * it came with, to be brought up in the next, is touched at its worst places only: all are turned then anyway.
 */
const TOUCHES = { each: 2.98, rounds: 4, free: 2, most: 3, more: 0.25, few: 0.1, farFromTight: 0.15, untaught: 0.4 };
/** What a touch costs once tension is up. */
const CLOSE_TOUCH = 0.08;
/** For how many moves the first round's search goes on past the best it found: its last hundredth is gone with its twist. */
const FIRST_PATIENCE = 20;

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
  if (input.fresh && input.fresh.length > 0) return bringUp(input, input.fresh);
  const { tolerance, nipple, history } = input;
  const { geometry, full, learnt, elastic, state } = knownOf(input);
  const n = full.length;

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
  const untwisted = settledAim(aim, released, learnt.grip);
  // What the first round leaves is not what it worked out, on a rim nobody knows the stiffness of.
  const best = aim.rough ? null : bestInside(untwisted, tolerance);
  const whole = best ? towards(untwisted, best.outcome) : untwisted;
  const settled = bySchool(whole, school, tolerance);
  const squares = squaresOf(settled);
  const inReach = best?.turns.every((t, i) => t >= settled.low[i] && t <= settled.high[i]);
  const wished = (school === "at-once" && inReach ? best?.turns : solveAim(settled, squares)) ?? stay;
  const worstNow = Math.max(now.lateralTir / tolerance.lateral, now.radialTir / tolerance.radial);
  // Tightening up needs every nipple; later a nipple must earn its touch.
  const loose = Math.abs(tightNow - stage) > LOOSE;
  const touch = loose || worstNow > 3 || isSecondLook(input) ? 0.002 : CLOSE_TOUCH;
  const touches = touchesAllowed(history, n, Math.abs(tightNow - stage), !loose && input.stage - stage > LOOSE);
  const patience = history.length === 0 ? FIRST_PATIENCE : undefined;
  let turns: Float64Array = handSteps(settled, wished, nipple.step, touch, touches, squares, patience);
  if (school === "fewest" && !loose)
    turns = fewestSteps(settled, nipple.step, tolerance, !state.tensionAssumed) ?? turns;
  if (school === "pairs") turns = inPairs(wished, geometry.spokes, nipple.step, settled);
  const effort = turns.reduce((sum, t) => sum + t * t, 0);
  // What was already turned this round stays turned, whatever is made of the rest.
  const made = Float64Array.from({ length: n }, (_, i) => nipple.fixed?.[i] ?? 0);
  const begun = made.some((t) => t !== 0);
  if (!begun && trouble(settled, outcome(settled, turns), effort) > trouble(settled, released, 0) - 1e-9) turns = stay;
  const atRest = outcome(settled, turns);

  // What it comes to.
  const { verdict, turn, reachable, standing, complete } = judge({
    input,
    geometry,
    state,
    full,
    stage,
    tightNow,
    aim: settled,
    wished,
    now,
    released,
    atRest,
    turns,
    begun,
  });
  if (!turn) turns = stay;
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
    readNext: readNext(
      state,
      everRead(input),
      Math.max(placesRead(input.readings.lateral), placesRead(input.readings.radial)),
    ),
  };
  return {
    ...advice,
    school: schoolCost(school, whole, atRest, nipple.step, touch, touches, patience),
    reasons: explain({
      input,
      geometry,
      state,
      now,
      after,
      reachable,
      standing,
      stage,
      advice,
      elastic: elastic.influences,
    }),
  };
};

/** Holes, 1…n, read in any round. */
const everRead = ({ readings, history }: AdviseInput): ReadonlySet<number> =>
  new Set(
    [...history.map((h) => h.readings), readings].flatMap(({ lateral, radial }) =>
      lateral.flatMap((v, i) => (v === null && radial[i] === null ? [] : [i + 1])),
    ),
  );

/**
 * How many nipples this round may touch: an even share of what is left for the rounds to come.
 *
 * @param far fraction of the wanted tension that the wheel is from this stage's
 */
const touchesAllowed = (history: AdviseInput["history"], n: number, far: number, broughtUpNext: boolean): number => {
  if (far > TOUCHES.farFromTight) return n;
  if (history.length < TOUCHES.free) return broughtUpNext ? TOUCHES.untaught * n : n;
  const used = history.reduce((sum, round) => sum + round.turns.filter((t) => t !== 0).length, 0);
  const rounds = TOUCHES.rounds - history.length;
  if (rounds <= 0) return TOUCHES.more * n;
  const share = Math.max(TOUCHES.more * n, (TOUCHES.each * n - used) / rounds);
  return Math.max(TOUCHES.few * n, Math.min(share, TOUCHES.most * n - used));
};

/** What a way of working costs against everything at once: mm of the larger run-out, touches. */
const schoolCost = (
  school: School,
  whole: Aim,
  atRest: Outcome,
  step: number,
  touch: number,
  touches: number,
  patience: number | undefined,
): Advice["school"] => {
  if (school === "at-once") return null;
  const best = solveAim(whole);
  const steps = best ? handSteps(whole, best, step, touch, touches, undefined, patience) : new Float64Array(whole.n);
  const free = outcome(whole, steps);
  return {
    name: school,
    costs: Math.max(atRest.lateralTir, atRest.radialTir) - Math.max(free.lateralTir, free.radialTir),
  };
};
