import type { Plan, PlanName, RoundPlans } from "@/core/shop/practice-plan";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { handRound } from "@/devices/hand-method";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { choosePlan, listPlans, savePlans } from "@/store/practice-plans";
import { benchRecord } from "./bench-record";
import { practiceWheel } from "./practice-wheel";

const thousandth = (x: number): number => Math.round(x * 1000) / 1000;

/** What turns make of a stand-in once it is de-stressed; it is itself left alone. */
const planOf = (stand: StandInWheel, turns: readonly number[]): Plan => {
  const apart = new StandInWheel(stand.wheel, stand.hidden, stand.state);
  turns.forEach((t, i) => {
    if (t !== 0) apart.turn(i + 1, t);
  });
  apart.destress();
  const over = (read: (spoke: number) => number) => turns.map((_, i) => thousandth(read(i + 1)));
  return {
    turns,
    lateral: over((s) => apart.trueLateral(s)),
    radial: over((s) => apart.trueRadial(s)),
    tension: over((s) => apart.truePull(s)).map(Math.round),
  };
};

/** A learner's plan for a round, before he sees another. */
export interface OwnPlan {
  readonly round: string;
  /** Null where the advice is wanted without one. */
  readonly turns: readonly number[] | null;
  readonly hints: number;
  readonly who: string;
}

/**
 * Puts a learner's plan beside the advice and what a hand would do, each tried on the wheel on the stand; it stands then.
 *
 * @throws BadInput when the round is not read and advised on, or is being turned already
 */
export const comparePlans = async (jobId: string, { round, turns, hints, who }: OwnPlan): Promise<RoundPlans> => {
  const stood = (await listPlans(jobId)).find((p) => p.round === round);
  if (stood) return stood;
  const record = await benchRecord(jobId);
  const here = record?.rounds.find((r) => r.id === round);
  if (!record || !here) throw notThere("round");
  if (!here.advice)
    throw new BadInput("round", "read the wheel first; there is nothing to put beside your plan", {
      code: "not-there",
    });
  if (here.turns.length > 0)
    throw new BadInput("round", "this round is being turned already; plan the next one", {
      code: "stands-against",
      what: "turns",
    });
  const stand = await practiceWheel(jobId);
  const { holes } = stand.wheel.rim;
  if (turns && turns.length !== holes)
    throw new BadInput("turns", `${turns.length} entries do not fit a wheel of ${holes} spokes; give ${holes}`, {
      code: "wrong-count",
      given: turns.length,
      wanted: holes,
    });
  const advised = here.advice.turns;
  const plans = {
    ...(turns ? { own: planOf(stand, turns) } : {}),
    advice: planOf(stand, advised),
    hand: planOf(stand, handRound(stand, advised.filter((t) => t !== 0).length)),
  };
  await savePlans(jobId, { round, who, hints, chosen: turns ? "own" : "advice", plans });
  return (await listPlans(jobId)).find((p) => p.round === round) as RoundPlans;
};

/** Whose turns are made in a round. @throws BadInput when it has no such plan */
export const takePlan = async (jobId: string, round: string, chosen: PlanName): Promise<void> => {
  const plans = (await listPlans(jobId)).find((p) => p.round === round)?.plans;
  if (!plans?.[chosen]) throw notThere("round");
  await choosePlan(jobId, round, chosen);
};
