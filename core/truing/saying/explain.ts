import type { Influences } from "../../mechanics/elastic-wheel";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import { isInside, type Standing } from "../../rounds/inside-tolerance";
import { spreadOf } from "../../tension/spread";
import { type AdviseInput, isReckoned } from "../advise-input";
import type { WheelState } from "../knowing/state";
import type { Outcome } from "../solving/aim";
import type { Advice } from "./advice";
import type { Reason, ReasonFigures } from "./reason";

interface Scene {
  readonly input: AdviseInput;
  readonly geometry: WheelGeometry;
  readonly state: WheelState;
  readonly now: Outcome;
  readonly after: Outcome;
  readonly reachable: Outcome;
  /** How the newest readings stand against the tolerance. */
  readonly standing: Standing;
  readonly stage: number;
  readonly advice: Omit<Advice, "reasons" | "school">;
  readonly elastic: Influences;
}

/** Stretches of turned nipples, walked from the valve: a stretch ends where two neighbours in a row are left alone. */
const stretches = (turns: readonly number[]): number[][] => {
  const out: number[][] = [];
  let open: number[] = [];
  let idle = 0;
  turns.forEach((t, i) => {
    if (t !== 0) {
      open.push(i + 1);
      idle = 0;
      if (open.length >= 10) {
        out.push(open);
        open = [];
      }
    } else if (++idle >= 2 && open.length > 0) {
      out.push(open);
      open = [];
    }
  });
  if (open.length > 0) out.push(open);
  return out;
};

/** What a stretch does to the rim where it does most, once level and size of the whole ring are taken off. */
const stretchFigures = ({ advice, now, after }: Scene, spokes: readonly number[]): ReasonFigures["turn"] => {
  const meanOf = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / x.length;
  const farthest = (is: Float64Array, was: Float64Array): number => {
    const ring = meanOf(is) - meanOf(was);
    return spokes
      .map((s) => is[s - 1] - was[s - 1] - ring)
      .reduce((most, by) => (Math.abs(by) > Math.abs(most) ? by : most), 0);
  };
  return {
    side: farthest(after.lateral, now.lateral),
    hop: farthest(after.radial, now.radial),
    net: spokes.reduce((sum, s) => sum + advice.turns[s - 1], 0),
  };
};

/** mm by which a round makes one way worse before it is said. */
const PRICE = 0.02;

/** Part of the mean tension by which a round must move it to be what something is given for. */
const FOR_TENSION = 0.02;

const meanTension = (of: ArrayLike<number>): number => Array.from(of).reduce((a, b) => a + b, 0) / of.length;

/** What a round gives away, and for what: evenness before tension before the other way of the run-out. */
const pricesOf = ({ state, now, after }: Scene, spread: { readonly now: number; readonly after: number }): Reason[] => {
  const was = { lateral: now.lateralTir, radial: now.radialTir };
  const is = { lateral: after.lateralTir, radial: after.radialTir };
  const across = { lateral: "radial", radial: "lateral" } as const;
  const tension = meanTension(state.tension);
  const tightens = Math.abs(meanTension(after.tension) - tension) > FOR_TENSION * tension;
  return (["lateral", "radial"] as const).flatMap((what): Reason[] => {
    if (is[what] - was[what] < PRICE) return [];
    const other = across[what];
    const gained =
      spread.now - spread.after > WORTH_SAYING ? "evenness" : tightens || is[other] >= was[other] ? "tension" : other;
    return [{ spokes: [], code: "price", figures: { what, now: was[what], after: is[what], for: gained } }];
  });
};

/** How unlike a tight wheel one has answered whose spokes are said to hang slack: of those that are tight hardly any does. */
const ANSWERS_SLACK = 1.15;
/** Told to be less tight than this, nobody needs to be told again. */
const SAID_SLACK = 0.5;
/** Part of a side's mean. */
const WORTH_SAYING = 0.03;
/** σ between the places read, as a part of the tolerance, from which other readings would have other nipples turned. */
const CHANGES = 0.25;
/** σ the farthest of some forty spokes stands from what is believed of it. */
const FARTHEST = 2;
/** Places named then. */
const MORE = 4;

/** Why, the turns' stretches largest first. */
export const explain = (scene: Scene): Reason[] => {
  const { input, geometry, state, now, after, reachable, stage, advice } = scene;
  const { verdict, turns } = advice;
  const { readings, tolerance } = input;
  const reasons: Reason[] = [];
  const whole = { spokes: [] as number[] };
  const { unlikeTight } = advice.learnt;
  if (state.tensionAssumed && (input.tight ?? 1) > SAID_SLACK && (unlikeTight ?? 0) > ANSWERS_SLACK)
    reasons.push({ ...whole, code: "answers-slack", figures: {} });
  if (verdict === "done") {
    const { lateral, radial } = scene.standing;
    reasons.push({
      ...whole,
      code: "done",
      figures: {
        lateral: lateral?.beside ?? 0,
        radial: radial?.beside ?? 0,
        wanted: { lateral: tolerance.lateral, radial: tolerance.radial },
        tensionAssumed: state.tensionAssumed,
      },
    });
  }
  if (verdict === "destress") {
    const turned = input.history.at(-1)?.turns.some((t) => t !== 0) ?? false;
    reasons.push({ ...whole, code: "destress", figures: { turned } });
  }
  // What is to be done to the rim comes before why.
  const { bend, action } = advice.rim;
  if (bend) reasons.push({ code: action === "scrap" ? "scrap" : "straighten", spokes: bend.spokes, figures: bend });
  if (verdict === "rim") {
    const { lateralTir: lateral, radialTir: radial } = reachable;
    const { lateral: side, radial: hop } = scene.standing;
    reasons.push(
      isInside({ lateral, radial, offset: null }, tolerance)
        ? {
            ...whole,
            code: "steps",
            figures: {
              lateral: side?.beside ?? 0,
              radial: hop?.beside ?? 0,
              wanted: { lateral: tolerance.lateral, radial: tolerance.radial },
            },
          }
        : { ...whole, code: "rim", figures: { lateral, radial, tensionSpread: tolerance.tensionSpread } },
    );
  }
  if (verdict !== "done" && stage < input.stage - WORTH_SAYING)
    reasons.push({ ...whole, code: "stage", figures: { part: stage } });
  const size = (spokes: readonly number[]) => spokes.reduce((sum, s) => sum + Math.abs(turns[s - 1]), 0);
  for (const spokes of stretches(turns).sort((a, b) => size(b) - size(a)))
    reasons.push({ code: "turn", spokes, figures: stretchFigures(scene, spokes) });
  const spread = {
    now: state.tensionAssumed ? 0 : spreadOf(geometry.spokes, state.tension),
    after: advice.forecast.tensionSpread,
  };
  if (turns.some((t) => t !== 0) && spread.now - spread.after > WORTH_SAYING)
    reasons.push({ ...whole, code: "even", figures: spread });
  if (turns.some((t) => t !== 0)) reasons.push(...pricesOf(scene, spread));
  const { lastAnswer, grip } = advice.learnt;
  if (lastAnswer !== null) reasons.push({ ...whole, code: "learnt", figures: { answer: lastAnswer, grip } });
  const offsetRead = readings.offset !== undefined && readings.offset !== null;
  if (offsetRead && (Math.abs(now.offset) > 0.02 || Math.abs(after.offset) > 0.02))
    reasons.push({ ...whole, code: "offset", figures: { now: now.offset, after: after.offset } });
  const begun = { tight: input.tight ?? null };
  if (state.tensionAssumed) reasons.push({ ...whole, code: "tension-assumed", figures: begun });
  else if (isReckoned(input)) {
    const mean = state.tension.reduce((a, b) => a + b, 0) / state.tension.length;
    const apart = Math.hypot(spread.now, (FARTHEST * state.tensionSigma) / Math.max(mean, 1));
    reasons.push({ ...whole, code: "tension-reckoned", figures: { ...begun, apart } });
  }
  for (const what of ["lateral", "radial"] as const) {
    const { masked, seam } = state[what];
    if (masked.length === 0) continue;
    const spokes = masked.map((i) => i + 1);
    reasons.push(
      seam
        ? { code: "seam", spokes, figures: { what, height: seam.height } }
        : { code: "outlier", spokes, figures: { what } },
    );
  }
  const slack = geometry.spokes.filter((_, i) => readings.tension?.[i] === 0).map((s) => s.spoke);
  if (slack.length > 0) reasons.push({ code: "slack", spokes: slack, figures: {} });
  if ([readings.lateral, readings.radial].some((r) => r.some((v) => v === null))) {
    const sure = Math.max(...state.lateral.sigma, ...state.radial.sigma);
    const changes = sure > CHANGES * Math.min(tolerance.lateral, tolerance.radial);
    const spokes = advice.readNext?.slice(0, changes ? MORE : 1) ?? [];
    reasons.push({ code: "unread", spokes, figures: { sure, changes } });
  }
  return reasons;
};
