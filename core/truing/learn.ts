import { cholesky, choleskySolve } from "../mechanics/dense";
import type { Stiffness, WheelGeometry } from "../mechanics/elastic-wheel";
import { type PastRound, type RoundReadings, readingSigma, wheelBetween, workingTensions } from "./state";

/** What the rounds so far have taught about this wheel. */
export interface Learnt {
  readonly stiffness: Stiffness;
  /** Part of each turn that reaches the thread before de-stressing lets the twist go. */
  readonly grip: number;
  /** Size of what the last round did over what was forecast with nothing learnt; null with no round to learn from. */
  readonly lastAnswer: number | null;
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

/** Forecast minus what happened, each over its own uncertainty, for every pair of readings between which something was turned. */
const misfit = (
  geometry: WheelGeometry,
  wanted: ArrayLike<number>,
  rounds: readonly RoundReadings[],
  turns: readonly (readonly number[])[],
  u: Unknowns,
): number[] => {
  const n = geometry.spokes.length;
  const pitch = geometry.wheel.spoke.threadPitch;
  const out: number[] = [];
  for (let r = 0; r + 1 < rounds.length; r++) {
    if (!turns[r].some((t) => t !== 0)) continue;
    const before = rounds[r];
    const after = rounds[r + 1];
    const elastic = wheelBetween(
      geometry,
      asStiffness(u),
      workingTensions(geometry, wanted, before),
      workingTensions(geometry, wanted, after),
    );
    const { lateral, radial, tension } = elastic.influences;
    const anySlack = (before.tension ?? []).some((t, i) => t !== null && t <= 0 && after.tension?.[i] !== 0);
    const compare = (
      a: readonly (number | null)[] | undefined,
      b: readonly (number | null)[] | undefined,
      influence: Float64Array,
      floor: (v: number, at: number, of: RoundReadings) => number,
      pulls: boolean,
    ) => {
      if (!a || !b) return;
      let size = 0;
      const moved = new Float64Array(n);
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < n; j++) moved[i] += influence[i * n + j] * turns[r][j] * pitch * u.grip;
        size += moved[i] ** 2 / n;
      }
      // What the model leaves out grows with what was moved; slack spokes take up an unknown part first.
      const model = (anySlack ? 0.35 : 0.06) * Math.sqrt(size);
      for (let i = 0; i < n; i++) {
        const x = a[i];
        const y = b[i];
        if (x === null || y === null || x === undefined || y === undefined) continue;
        if (pulls && (x <= 0 || y <= 0)) continue;
        const sigma = Math.hypot(floor(x, i, before), floor(y, i, after), model);
        const off = (moved[i] - (y - x)) / sigma;
        // One wild reading must not teach: beyond 3 σ its pull stays that of 3 σ.
        out.push(Math.abs(off) <= 3 ? off : Math.sign(off) * Math.sqrt(6 * Math.abs(off) - 9));
      }
    };
    compare(before.lateral, after.lateral, lateral, (_, i, of) => readingSigma(of, "lateral", i), false);
    compare(before.radial, after.radial, radial, (_, i, of) => readingSigma(of, "radial", i), false);
    compare(before.tension, after.tension, tension, (t) => Math.max(0.03 * t, 15), true);
  }
  return out;
};

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
  if (!useful) return { stiffness: { lateralScale: 1, radialScale: 1, share }, grip: PRIOR.grip, lastAnswer: null };
  const rounds = [...history.map((h) => h.readings), now];
  const turns = history.map((h) => h.turns);
  const shareSigma = geometry.wheel.spoke.share === null ? PRIOR.share * 2.5 : PRIOR.share * 2;
  const keys = ["lnLateral", "lnRadial", "lnShare", "grip"] as const;
  const sigma = { lnLateral: PRIOR.lnScale, lnRadial: PRIOR.lnScale, lnShare: shareSigma, grip: PRIOR.gripSigma };
  const low = { lnLateral: -1.4, lnRadial: -1.4, lnShare: Math.log(0.25), grip: 0.7 };
  const high = { lnLateral: 1.4, lnRadial: 1.4, lnShare: 0, grip: 1 };
  const residuals = (u: Unknowns) => [
    ...misfit(geometry, wanted, rounds, turns, u),
    ...keys.map((k) => (u[k] - prior[k]) / sigma[k]),
  ];
  const cost = (list: readonly number[]) => list.reduce((sum, x) => sum + x * x, 0);
  let at = prior;
  let here = residuals(at);
  let damping = 1e-3;
  for (let pass = 0; pass < 5; pass++) {
    const slopes = keys.map((k) => {
      const step = 0.02 * (at[k] + 0.02 > high[k] ? -1 : 1);
      const there = residuals({ ...at, [k]: at[k] + step });
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
    const there = residuals(next);
    if (cost(there) < cost(here)) {
      const gained = cost(here) - cost(there);
      at = next;
      here = there;
      damping = Math.max(damping / 5, 1e-6);
      if (gained < 0.5) break;
    } else damping *= 20;
  }
  return {
    stiffness: asStiffness(at),
    grip: usualGrip(at.grip),
    lastAnswer: answer(geometry, wanted, rounds, turns, share),
  };
};

/** Part of a turn that twist usually holds back on motorcycle spokes (common practice: about an eighth). */
const USUAL_TWIST = 0.12;

/**
 * A wheel was de-stressed between its rounds or it was not: the fit comes out near 1, or somewhere between there and the
 * usual twist, blurred by noise. Near 1 nothing is held; below, at least what twist usually holds.
 */
const usualGrip = (fitted: number): number => {
  const held = Math.min(1, Math.max(0, (0.975 - fitted) / 0.02));
  return 1 - held * Math.max(1 - fitted, USUAL_TWIST * 0.9);
};

/** Slope of what happened over what an untaught wheel would have done in the last round. */
const answer = (
  geometry: WheelGeometry,
  wanted: ArrayLike<number>,
  rounds: readonly RoundReadings[],
  turns: readonly (readonly number[])[],
  share: number,
): number | null => {
  const r = turns.length - 1;
  if (!turns[r].some((t) => t !== 0)) return null;
  const n = geometry.spokes.length;
  const { lateral } = wheelBetween(
    geometry,
    { lateralScale: 1, radialScale: 1, share },
    workingTensions(geometry, wanted, rounds[r]),
    workingTensions(geometry, wanted, rounds[r + 1]),
  ).influences;
  let top = 0;
  let under = 0;
  for (let i = 0; i < n; i++) {
    const a = rounds[r].lateral[i];
    const b = rounds[r + 1].lateral[i];
    if (a === null || b === null) continue;
    let moved = 0;
    for (let j = 0; j < n; j++) moved += lateral[i * n + j] * turns[r][j] * geometry.wheel.spoke.threadPitch;
    top += moved * (b - a);
    under += moved * moved;
  }
  return under > 1e-6 ? top / under : null;
};
