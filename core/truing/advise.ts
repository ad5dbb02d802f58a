import { bucklingTension, type Stiffness, type WheelGeometry, wheelGeometry } from "../mechanics/elastic-wheel";
import { meanReading, type Readings, totalReading } from "../runout/runout";
import { sideTensions } from "../tension/balance";
import { threadCeiling } from "../tension/ceiling";
import { sideMean, spreadOf } from "../tension/spread";
import type { Advice, Forecast, RimAction, Verdict } from "./advice";
import type { AdviseInput } from "./advise-input";
import { type Aim, type Outcome, outcome, solveAim, trouble, withSlack } from "./aim";
import { type BareRim, bareRim } from "./bare-rim";
import { explain } from "./explain";
import { handSteps } from "./hand-steps";
import { type Learnt, learn } from "./learn";
import { bySchool, inPairs, type School } from "./schools";
import { type WheelState, wheelBetween, wheelState, workingTensions } from "./state";

/** With no round to learn from, the first aims at no more than this part of the target. */
const FIRST_STAGE = 0.6;
/** Of the allowed unevenness only this much is used: the figures behind it are not better than that. */
const SPREAD_USED = 0.95;
/** Touches a wheel should need, per spoke, and the rounds they are for: the first may touch all, one past them still a few. */
const TOUCHES = { each: 3, rounds: 4, free: 2, more: 0.25 };
/** Below this total reading the rest is grain and noise; nobody can hold it and nothing is paid for it. */
const NOT_CHASED = 0.03;
/** A round that makes the run-out better by less than this is not worth the touches. */
const WORTH = 0.015;

/** N: past anything. */
const NO_BOUND = 1e9;

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
  const wished = solveAim(settled) ?? stay;
  const worstNow = Math.max(now.lateralTir / tolerance.lateral, now.radialTir / tolerance.radial);
  // Tightening up needs every nipple; later a nipple must earn its touch.
  const loose = Math.abs(tightNow - stage) > 0.08;
  const touch = loose || worstNow > 3 ? 0.002 : 0.15;
  const touches = loose || history.length < TOUCHES.free ? n : touchesLeft(history, n);
  let turns: Float64Array = handSteps(settled, wished, nipple.step, touch, touches);
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
  const tightEnough = !readTensions || Math.abs(tightNow / input.stage - 1) <= 0.05;
  const even = !readTensions || spreadOf(geometry.spokes, state.tension) <= tolerance.tensionSpread;
  const complete =
    readings.lateral.filter((r) => r !== null).length >= 3 && readings.radial.filter((r) => r !== null).length >= 3;
  const done =
    complete &&
    asRead.lateral <= tolerance.lateral &&
    asRead.radial <= tolerance.radial &&
    Math.abs(readings.offset ?? 0) <= tolerance.offset &&
    tightEnough &&
    even;
  // With no bound in the way, and the whole tension wanted, what was wished for is already the best there is.
  const unbounded = stage === input.stage && wished.every((t, i) => t < aim.high[i] - 1e-3 && t > aim.low[i] + 1e-3);
  const met = atRest.lateralTir <= tolerance.lateral && atRest.radialTir <= tolerance.radial;
  // Nor is it asked for while tension is still being brought up.
  const reachable =
    unbounded || met || stage < input.stage ? outcome(settled, wished) : bestReachable(input, geometry, settled, full);
  const outOfReach = reachable.lateralTir > tolerance.lateral || reachable.radialTir > tolerance.radial;
  const gain = Math.max(released.lateralTir, released.radialTir) - Math.max(atRest.lateralTir, atRest.radialTir);
  const nothingRead =
    [...readings.lateral, ...readings.radial, ...(readings.tension ?? [])].every((r) => r === null) &&
    (readings.offset ?? null) === null;
  const gainsElse =
    Math.abs(released.offset) - Math.abs(atRest.offset) > 0.05 ||
    (readTensions && (!tightEnough || !even) && trouble(settled, atRest, 0) < 0.9 * trouble(settled, released, 0)) ||
    Math.abs(tightNow - stage) > 0.05;
  if (!begun && (nothingRead || (gain < WORTH && !gainsElse))) turns = stay;
  const settles =
    Math.max(released.lateralTir / tolerance.lateral, released.radialTir / tolerance.radial) <= 1 &&
    worstNow > 1 &&
    tightEnough;
  let verdict: Verdict = "turn";
  if (done) verdict = "done";
  else if (settles) verdict = "destress";
  else if (outOfReach && complete && stage === input.stage) verdict = "rim";
  // Nothing worth turning although the tolerance could be had: what is left is twist not yet let go, if there was any.
  else if (turns.every((t) => t === 0) && history.at(-1)?.turns.some((t) => t !== 0)) verdict = "destress";
  if (!begun && (verdict === "done" || verdict === "destress")) turns = stay;
  const after = outcome(aim, turns);
  const bare =
    state.tensionAssumed || !complete
      ? null
      : bareRim(geometry, learnt.stiffness, state.lateral.at, state.radial.at, state.tension);
  const action = rimAction(verdict, bare);
  const advice = {
    turns: [...turns],
    forecast: asForecast(geometry, after),
    verdict,
    rim: { lateral: bare ? [...bare.lateral] : null, radial: bare ? [...bare.radial] : null, action },
    learnt,
  };
  return {
    ...advice,
    school: schoolCost(school, whole, atRest, nipple.step, touch, touches),
    reasons: explain({ input, geometry, state, now, after, reachable, stage, advice, elastic: elastic.influences }),
  };
};

/** Spokes that cannot be turned and would be pushed when all is done are slack then: worked out again without them. */
const slackAtEnd = (aim: Aim): Aim => {
  if (aim.counted.every((c) => c === 1)) return aim;
  const wished = solveAim(aim);
  if (!wished) return aim;
  const end = outcome(aim, wished);
  const slack = [...aim.counted.keys()].filter(
    (i) => aim.counted[i] === 0 && end.tension[i] < 0 && aim.perTurn.tension[i * aim.n + i] > 0,
  );
  return slack.length === 0 ? aim : withSlack(aim, slack);
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

/** How true the wheel could be for each unevenness allowed: the front between the two, mm and fraction. */
export const frontOf = (input: AdviseInput): { readonly spread: number; readonly tir: number }[] => {
  const { wheel, readings, history } = input;
  const geometry = wheelGeometry(wheel);
  const sides = sideTensions(wheel, geometry.spokes);
  const full = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);
  const learnt = learn(geometry, full, readings, history);
  const elastic = wheelBetween(geometry, learnt.stiffness, workingTensions(geometry, full, readings), full);
  const state = wheelState(geometry, elastic, learnt.grip, full, readings, history, input.tight, input.bare);
  const aim = makeAim(input, geometry, elastic.influences, state, learnt, full, input.stage);
  let least = Number.POSITIVE_INFINITY;
  return [0.03, 0.06, 0.1, 0.15, 0.2, 0.3, 0.45].map((spread) => {
    const there = bestReachable(
      { ...input, tolerance: { ...input.tolerance, tensionSpread: spread } },
      geometry,
      aim,
      full,
    );
    // More room never makes it worse; what the solver leaves over must not say so.
    least = Math.min(least, Math.max(there.lateralTir, there.radialTir));
    return { spread, tir: least };
  });
};

const makeAim = (
  input: AdviseInput,
  geometry: WheelGeometry,
  influences: {
    readonly lateral: Float64Array;
    readonly radial: Float64Array;
    readonly tension: Float64Array;
    readonly offset: Float64Array;
  },
  state: WheelState,
  learnt: Learnt,
  full: Float64Array,
  stage: number,
): Aim => {
  const { wheel, tolerance, nipple } = input;
  const n = full.length;
  const perTurn = wheel.spoke.threadPitch * learnt.grip;
  const scaled = (matrix: Float64Array) => matrix.map((v) => v * perTurn);
  const wanted = full.map((t) => t * stage);
  const limit = ceiling(geometry, learnt.stiffness);
  const low = new Float64Array(n);
  const high = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const left = nipple.left?.[i];
    const [slacken, tighten] =
      left === null || left === undefined ? [99, 99] : typeof left === "number" ? [left, left] : left;
    const made = nipple.fixed?.[i];
    low[i] = (typeof made === "number" ? made : -Math.min(nipple.most, slacken)) - 1e-9;
    high[i] = (typeof made === "number" ? made : Math.min(nipple.most, tighten)) + 1e-9;
  }
  const counted = low.map((l, i) => (high[i] - l < nipple.step && typeof nipple.fixed?.[i] !== "number" ? 0 : 1));
  // While tension is still being brought up, evenness may wait a little for the shape.
  // Beside a spoke that cannot be turned its neighbours need all the room there is.
  const held = counted.includes(0);
  const used = (held ? 1 : SPREAD_USED) * tolerance.tensionSpread * (stage < input.stage ? 1.3 : 1);
  return {
    n,
    lateral: state.lateral.at,
    radial: state.radial.at,
    tension: state.tension,
    offset: input.readings.offset === undefined || input.readings.offset === null ? null : input.readings.offset,
    rough: stage < input.stage,
    perTurn: {
      lateral: scaled(influences.lateral),
      radial: scaled(influences.radial),
      tension: scaled(influences.tension),
      offset: scaled(influences.offset),
    },
    wanted,
    counted,
    floor: wanted.map((t, i) => (counted[i] === 0 ? -NO_BOUND : Math.max(0.1 * t, t * (1 - used)))),
    ceiling: wanted.map((t, i) => (counted[i] === 0 ? NO_BOUND : Math.min(limit, t * (1 + used)))),
    low,
    high,
    weights: {
      lateral: Math.max(NOT_CHASED, tolerance.lateral * 0.15),
      radial: Math.max(NOT_CHASED, tolerance.radial * 0.15),
      offset: tolerance.offset * 0.15,
      spread: tolerance.tensionSpread * (held ? 5 : 1.2),
      mean: held ? 0.06 : 0.02,
    },
  };
};

/** The same aim for the wheel once its spokes have let go of their twist: what is held now has acted, and a turn counts whole. */
const settledAim = (aim: Aim, released: Outcome, grip: number): Aim => ({
  ...aim,
  lateral: released.lateral,
  radial: released.radial,
  tension: released.tension,
  offset: aim.offset === null ? null : released.offset,
  perTurn: {
    lateral: aim.perTurn.lateral.map((v) => v / grip),
    radial: aim.perTurn.radial.map((v) => v / grip),
    tension: aim.perTurn.tension.map((v) => v / grip),
    offset: aim.perTurn.offset.map((v) => v / grip),
  },
});

/** N: what thread and rim stand. Two thirds of the buckling tension is as near as anyone should go. */
const ceiling = (geometry: WheelGeometry, stiffness: Stiffness): number => {
  const thread = threadCeiling(geometry.wheel.spoke.diameter, geometry.wheel.spoke.threadPitch);
  const target = geometry.wheel.tension.target;
  const buckling = bucklingTension(geometry, stiffness, 3 * target) / 1.5;
  return Math.max(Math.min(thread, buckling), 1.02 * target);
};

/** The least run-out to be had at this stage inside the allowed unevenness, however many turns and rounds it takes. */
const bestReachable = (input: AdviseInput, geometry: WheelGeometry, aim: Aim, full: Float64Array): Outcome => {
  const n = full.length;
  const window = input.tolerance.tensionSpread;
  const free: Aim = {
    ...aim,
    wanted: full.map((t) => t * input.stage),
    floor: full.map((t, i) => (aim.counted[i] === 0 ? -NO_BOUND : t * input.stage * (1 - window))),
    ceiling: full.map((t, i) => (aim.counted[i] === 0 ? NO_BOUND : t * input.stage * (1 + window))),
    low: Float64Array.from({ length: n }, (_, i) => (aim.counted[i] === 0 ? -1e-9 : -6)),
    high: Float64Array.from({ length: n }, (_, i) => (aim.counted[i] === 0 ? 1e-9 : 6)),
    weights: { ...aim.weights, lateral: 0.02, radial: 0.02, spread: 5, offset: 0.2 },
  };
  const turns = solveAim(free);
  return outcome(free, turns ?? new Float64Array(geometry.spokes.length));
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
