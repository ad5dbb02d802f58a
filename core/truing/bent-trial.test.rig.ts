import { readWheel } from "@/core/wheel/wheel-file";
import { type HiddenWheel, hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { wholeRound } from "@/devices/whole-round.test.rig";
import { advise } from "./advise";
import type { PastRound } from "./knowing/state";
import { withoutWholeRim } from "./knowing/state";
import type { Advice } from "./saying/advice";
import { type TrialBuild, trialWheel } from "./trial-builds.test.rig";

const BUILDS: readonly TrialBuild[] = ["steel", "alloy", "single-sided"];

interface BentTrial {
  readonly stand: StandInWheel;
  /** The advice before each round. */
  readonly rounds: readonly Advice[];
}

/** Trues wheel k by the advice until `enough` of it, four times at most. */
const trued = (k: number, over: Partial<HiddenWheel>, seed: number, enough: (a: Advice) => boolean): BentTrial => {
  const wheel = readWheel(trialWheel(BUILDS[k % 3]));
  const stand = new StandInWheel(wheel, hiddenWheel(seed + k, k % 2 ? "fresh" : "buckled", over));
  const history: PastRound[] = [];
  const rounds: Advice[] = [];
  for (let round = 0; round < 4; round++) {
    const readings = wholeRound(stand);
    const advice = advise({
      wheel,
      readings,
      tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history,
    });
    rounds.push(advice);
    if (enough(advice)) break;
    advice.turns.forEach((t, i) => {
      if (t !== 0) stand.turn(i + 1, t);
    });
    stand.destress();
    history.push({ readings, turns: [...advice.turns], destressed: true });
  }
  return { stand, rounds };
};

const isSideways = (k: number): boolean => k % 4 < 2;
const bentBy = (k: number): Partial<HiddenWheel> => ({
  bend: { lateral: isSideways(k) ? 0.8 : 0, radial: isSideways(k) ? 0 : 0.8, from: 5 + (k % 20), spokes: 6 },
  bareLateral: 0.15,
  bareRadial: 0.15,
});
const SOUND: Partial<HiddenWheel> = { bareLateral: 0.3, bareRadial: 0.3 };

const calledTheRim = (k: number, bent: boolean): boolean =>
  trued(k, bent ? bentBy(k) : SOUND, bent ? 700 : 1700, (a) => a.verdict === "rim").rounds.at(-1)?.verdict === "rim";

/** Rims bent by 0.8 mm over six holes, and rims whose own shape is within 0.3 mm: how many of each are called the rim. */
export const bentTrials = (bent: number, sound: number): { readonly bent: number; readonly sound: number } => ({
  bent: [...Array(bent).keys()].filter((k) => calledTheRim(k, true)).length,
  sound: [...Array(sound).keys()].filter((k) => calledTheRim(k, false)).length,
});

/** What three rounds make known of a bend, held against the stand-in's own rim. */
export interface BendFound {
  readonly what: "lateral" | "radial";
  /** mm between the height found and the true one, each where it is highest. */
  readonly height: number;
  /** Spokes between the two places. */
  readonly place: number;
  /** Whether the height told lies within its range, 2 σ; null where no bend was told. */
  readonly inRange: boolean | null;
}

export const bendsFound = (count: number): readonly BendFound[] =>
  [...Array(count).keys()].map((k) => {
    const { stand, rounds } = trued(k, bentBy(k), 700, () => false);
    const what = isSideways(k) ? "lateral" : "radial";
    const n = stand.wheel.rim.holes;
    const shape = Float64Array.from({ length: n }, (_, i) =>
      what === "lateral" ? stand.bareLateral(i + 1) : stand.bareRadial(i + 1),
    );
    const own = withoutWholeRim(shape);
    const { rim } = rounds[3];
    const found = Float64Array.from(rim[what] ?? new Array<number>(n).fill(0));
    const highest = (line: Float64Array) =>
      line.reduce((best, v, i) => (Math.abs(v) > Math.abs(line[best]) ? i : best), 0);
    const [p, q] = [highest(own), highest(found)];
    return {
      what,
      height: Math.abs(found[q] - own[p]),
      place: Math.min((p - q + n) % n, (q - p + n) % n),
      inRange:
        rim.bend?.what === what ? Math.abs(rim.bend.height - own[rim.bend.peak - 1]) <= 2 * rim.bend.sigma : null,
    };
  });
