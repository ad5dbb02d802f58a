import { cholesky, choleskySolve } from "../../mechanics/dense";
import { type Answer, answerTo } from "../../mechanics/elastic-wheel";
import type { Stiffness } from "../../mechanics/stiffness";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import type { RoundReadings } from "../../rounds/round-readings";
import { type PastRound, readingSigma, tensionSigma, tensionsBetween, workingTensions } from "./state";

/** What the rounds so far have taught about this wheel. */
export interface Learnt {
  readonly stiffness: Stiffness;
  /** Part of each turn that reaches the thread before de-stressing lets the twist go. */
  readonly grip: number;
  /** Size of what the last round did over what was forecast with nothing learnt; null with no round to learn from. */
  readonly lastAnswer: number | null;
  /**
   * How far what a round did is from what it does to a tight wheel, over what readings and sum leave open, in the round in
   * which it was farthest: about 1 on a tight wheel, more where spokes hung slack; null with no round to learn from.
   */
  readonly unlikeTight: number | null;
}

/** Before any round: half to double on the rim, share 0.3 to 1, a tenth of a turn lost to twist. */
const PRIOR = { lnScale: 0.5, share: 0.15, grip: 0.92, gripSigma: 0.05 };

interface Unknowns {
  readonly lnLateral: number;
  readonly lnRadial: number;
  readonly lnShare: number;
  readonly grip: number;
}

const asStiffness = (u: Unknowns): Stiffness => ({
  lateralScale: Math.exp(u.lnLateral),
  radialScale: Math.exp(u.lnRadial),
  share: Math.exp(u.lnShare),
});

/** A place read before and after the turns of one round. */
interface Moved {
  readonly what: "lateral" | "radial" | "tension";
  readonly at: number;
  readonly by: number;
  /** 1 σ of the two readings together. */
  readonly sigma: number;
}

/** A round in which something was turned, as far as it can teach. */
interface Lesson {
  /** mm each spoke was shortened by, had the whole turn reached its thread. */
  readonly shortened: Float64Array;
  readonly about: Float64Array;
  /** Slack spokes take up an unknown part first. */
  readonly anySlack: boolean;
  readonly moved: readonly Moved[];
  /** N all spokes may have lost alike while heads and nipples bedded in, 1 σ. */
  readonly bedding: number;
}

/** Part of its tension a wheel may lose when its heads bed in for the first time, 1 σ; about half as much each time after. */
const BEDDING = { first: 0.06, again: 0.5 };

const lessonsOf = (
  geometry: WheelGeometry,
  wanted: ArrayLike<number>,
  rounds: readonly RoundReadings[],
  turns: readonly (readonly number[])[],
): Lesson[] => {
  const pitch = geometry.wheel.spoke.threadPitch;
  const lessons: Lesson[] = [];
  for (let r = 0; r + 1 < rounds.length; r++) {
    if (!turns[r].some((t) => t !== 0)) continue;
    const [before, after] = [rounds[r], rounds[r + 1]];
    const moved: Moved[] = [];
    const compare = (
      what: Moved["what"],
      floor: (value: number, at: number, of: RoundReadings) => number,
      teaches: (value: number) => boolean,
    ) => {
      const [a, b] = [before[what] ?? [], after[what] ?? []];
      for (let i = 0; i < a.length; i++) {
        const [x, y] = [a[i] ?? null, b[i] ?? null];
        if (x === null || y === null || !teaches(x) || !teaches(y)) continue;
        moved.push({ what, at: i, by: y - x, sigma: Math.hypot(floor(x, i, before), floor(y, i, after)) });
      }
    };
    compare("lateral", (_, i, of) => readingSigma(of, "lateral", i), always);
    compare("radial", (_, i, of) => readingSigma(of, "radial", i), always);
    compare(
      "tension",
      (t, i, of) => tensionSigma(of, t, i),
      (t) => t > 0,
    );
    const pulls = after.tension?.filter((t) => t !== null && t > 0) ?? [];
    const pull = pulls.reduce<number>((sum, t) => sum + (t ?? 0), 0) / Math.max(1, pulls.length);
    lessons.push({
      bedding: BEDDING.first * BEDDING.again ** r * pull,
      shortened: Float64Array.from(turns[r], (t) => t * pitch),
      about: tensionsBetween(workingTensions(geometry, wanted, before), workingTensions(geometry, wanted, after)),
      anySlack: (before.tension ?? []).some((t, i) => t !== null && t <= 0 && after.tension?.[i] !== 0),
      moved,
    });
  }
  return lessons;
};

const always = (): boolean => true;

/** Forecast minus what happened, each over its own uncertainty, for every place of every lesson. */
const misfit = (lessons: readonly Lesson[], answers: readonly Answer[], grip: number): number[] => {
  const out: number[] = [];
  lessons.forEach(({ moved, anySlack, bedding }, l) => {
    // What the model leaves out grows with what was moved.
    const part = (anySlack ? 0.35 : 0.06) * grip;
    const model = {
      lateral: part * rms(answers[l].lateral),
      radial: part * rms(answers[l].radial),
      tension: part * rms(answers[l].tension),
    };
    const sizeOf = (m: Moved) => Math.sqrt(m.sigma * m.sigma + model[m.what] * model[m.what]);
    // What all lost alike is the likeliest of itself, whatever the other unknowns are (least squares, one unknown solved for).
    let [top, under] = [0, 1 / Math.max(1, bedding) ** 2];
    for (const m of moved) {
      if (m.what !== "tension") continue;
      const weight = 1 / sizeOf(m) ** 2;
      top += weight * (answers[l].tension[m.at] * grip - m.by);
      under += weight;
    }
    const lost = top / under;
    out.push(lost / Math.max(1, bedding));
    for (const m of moved) {
      const { what, at, by } = m;
      const off = (answers[l][what][at] * grip - (what === "tension" ? lost : 0) - by) / sizeOf(m);
      // One wild reading must not teach: beyond 3 σ its pull stays that of 3 σ.
      out.push(Math.abs(off) <= 3 ? off : Math.sign(off) * Math.sqrt(6 * Math.abs(off) - 9));
    }
  });
  return out;
};

const rms = (x: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i] * x[i];
  return Math.sqrt(sum / x.length);
};

/** Passes of the fit; from the second on the slopes of the first are good enough. */
const PASSES = { most: 4, slopes: 1 };

/**
 * Fits the four unknowns to what each round really did, by Gauss–Newton about the prior (Gelb, *Applied Optimal
 * Estimation*, ch. 2: least squares with prior as extra observations).
 */
export const learn = (
  geometry: WheelGeometry,
  wanted: ArrayLike<number>,
  now: RoundReadings,
  history: readonly PastRound[],
): Learnt => {
  const share = geometry.wheel.spoke.share ?? 0.6;
  const prior: Unknowns = { lnLateral: 0, lnRadial: 0, lnShare: Math.log(share), grip: PRIOR.grip };
  const useful = history.filter((h) => h.turns.some((t) => t !== 0)).length > 0;
  if (!useful)
    return {
      stiffness: { lateralScale: 1, radialScale: 1, share },
      grip: PRIOR.grip,
      lastAnswer: null,
      unlikeTight: null,
    };
  const rounds = [...history.map((h) => h.readings), now];
  const turns = history.map((h) => h.turns);
  const shareSigma = geometry.wheel.spoke.share === null ? PRIOR.share * 2.5 : PRIOR.share * 2;
  const keys = ["lnLateral", "lnRadial", "lnShare", "grip"] as const;
  const sigma = { lnLateral: PRIOR.lnScale, lnRadial: PRIOR.lnScale, lnShare: shareSigma, grip: PRIOR.gripSigma };
  const low = { lnLateral: -1.4, lnRadial: -1.4, lnShare: Math.log(0.25), grip: 0.7 };
  const high = { lnLateral: 1.4, lnRadial: 1.4, lnShare: 0, grip: 1 };
  const lessons = lessonsOf(geometry, wanted, rounds, turns);
  const answersOf = (u: Unknowns) => lessons.map((l) => answerTo(geometry, asStiffness(u), l.about, l.shortened));
  const residuals = (u: Unknowns, answers: readonly Answer[]) => [
    ...misfit(lessons, answers, u.grip),
    ...keys.map((k) => (u[k] - prior[k]) / sigma[k]),
  ];
  const cost = (list: readonly number[]) => list.reduce((sum, x) => sum + x * x, 0);
  let at = prior;
  let answers = answersOf(at);
  const untaught = answers.at(-1);
  let here = residuals(at, answers);
  let damping = 1e-3;
  let slopes: number[][] = [];
  for (let pass = 0; pass < PASSES.most; pass++) {
    if (pass < PASSES.slopes)
      slopes = keys.map((k) => {
        const step = 0.02 * (at[k] + 0.02 > high[k] ? -1 : 1);
        const u = { ...at, [k]: at[k] + step };
        // Twist changes how much of a turn arrives, not how the wheel answers to it.
        const there = residuals(u, k === "grip" ? answers : answersOf(u));
        return there.map((x, i) => (x - here[i]) / step);
      });
    const normal = new Float64Array(16);
    const right = new Float64Array(4);
    for (let a = 0; a < 4; a++) {
      for (let b = 0; b < 4; b++) normal[a * 4 + b] = slopes[a].reduce((sum, x, i) => sum + x * slopes[b][i], 0);
      normal[a * 4 + a] *= 1 + damping;
      right[a] = -slopes[a].reduce((sum, x, i) => sum + x * here[i], 0);
    }
    const factor = cholesky(normal, 4);
    if (!factor) break;
    const step = choleskySolve(factor, 4, right);
    const next = Object.fromEntries(
      keys.map((k, i) => [k, Math.min(high[k], Math.max(low[k], at[k] + step[i]))]),
    ) as unknown as Unknowns;
    const then = answersOf(next);
    const there = residuals(next, then);
    if (cost(there) < cost(here)) {
      const gained = cost(here) - cost(there);
      at = next;
      answers = then;
      here = there;
      damping = Math.max(damping / 5, 1e-6);
      if (gained < 0.5) break;
    } else damping *= 20;
  }
  return {
    stiffness: asStiffness(at),
    grip: usualGrip(at.grip),
    lastAnswer: turns.at(-1)?.some((t) => t !== 0) && untaught ? answered(rounds, untaught) : null,
    unlikeTight: lessons.reduce<number | null>((most, lesson, i) => {
      const here = unlike(lesson, answers[i], at.grip);
      return here === null || (most ?? 0) > here ? most : here;
    }, null),
  };
};

/** Part of a turn that twist usually holds back on motorcycle spokes (common practice: about an eighth). */
const USUAL_TWIST = 0.12;

/** Fits above the first come from wheels that were de-stressed, below the second from wheels that were not. */
const LET_GO = { from: 0.94, not: 0.92 };

/**
 * A wheel was de-stressed between its rounds or it was not: in the trials the fit comes out at 0.95 to 0.97, for a part of
 * the twist stays, or at 0.88 to 0.91. Above the line nothing is held; below, at least what twist usually holds.
 */
const usualGrip = (fitted: number): number => {
  const held = Math.min(1, Math.max(0, (LET_GO.from - fitted) / (LET_GO.from - LET_GO.not)));
  return 1 - held * Math.max(1 - fitted, USUAL_TWIST * 0.9);
};

/** Mean square of what is near nought: the farthest fifth left out, for a slip of the eye is neither noise nor a slack spoke. */
const nearSquare = (values: readonly number[]): number => {
  const near = values
    .map((v) => v * v)
    .sort((a, b) => a - b)
    .slice(0, Math.ceil(0.8 * values.length));
  return near.reduce((a, b) => a + b, 0) / near.length / NEAR_OF_NORMAL;
};
/** What that leaves of plain noise: 1 − 2zφ(z)/0.8 at z = 1.28. */
const NEAR_OF_NORMAL = 0.44;

/**
 * Mean square of the noise in a line, from how each place stands off the middle of its two neighbours (von Neumann's second
 * differences): a dial read worse than was told shows there, a slack spoke hardly does.
 */
const besideNeighbours = (line: readonly number[]): number => {
  const n = line.length;
  return nearSquare(line.map((v, i) => line[(i + 1) % n] - 2 * v + line[(i + n - 1) % n])) / 6;
};

/** Part of its own size by which the sum is off on a tight wheel, and the fewest places that say anything. */
const UNLIKE = { model: 0.1, fewest: 8 };

const unlike = ({ moved }: Lesson, answer: Answer, grip: number): number | null => {
  const squares = (["lateral", "radial"] as const).flatMap((what) => {
    const own = moved.filter((m) => m.what === what);
    if (own.length < UNLIKE.fewest) return [];
    const off = own.map((m) => answer[what][m.at] * grip - m.by);
    const middle = [...off].sort((a, b) => a - b)[off.length >> 1];
    const told = own.reduce((sum, m) => sum + m.sigma ** 2, 0) / own.length;
    const open = Math.max(told, besideNeighbours(off)) + (UNLIKE.model * grip * rms(answer[what])) ** 2;
    return [nearSquare(off.map((v) => v - middle)) / open];
  });
  return squares.length === 0 ? null : Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length);
};

/** Slope of what happened over what an untaught wheel would have done in the last round. */
const answered = (rounds: readonly RoundReadings[], untaught: Answer): number | null => {
  const [before, after] = rounds.slice(-2);
  let top = 0;
  let under = 0;
  untaught.lateral.forEach((moved, i) => {
    const [a, b] = [before.lateral[i], after.lateral[i]];
    if (a === null || b === null) return;
    top += moved * (b - a);
    under += moved * moved;
  });
  return under > 1e-6 ? top / under : null;
};
