import { totalReading } from "../runout/runout";
import { spreadOf } from "../tension/spread";

/** Whose turns: the learner's own, the advice's, or those of a hand that goes after the worst place. */
export const PLANS = ["own", "advice", "hand"] as const;
export type PlanName = (typeof PLANS)[number];

/** Turns of each nipple, + tighter, and what they make of the wheel once it is de-stressed: mm over each hole, N. */
export interface Plan {
  readonly turns: readonly number[];
  readonly lateral: readonly number[];
  readonly radial: readonly number[];
  readonly tension: readonly number[];
}

/** A round's plans side by side. */
export interface RoundPlans {
  readonly round: string;
  readonly who: string;
  /** Asked for before the own plan stood. */
  readonly hints: number;
  /** Whose turns are made. */
  readonly chosen: PlanName;
  /** No own one where the advice was looked at first. */
  readonly plans: Readonly<Record<"advice" | "hand", Plan>> & { readonly own?: Plan };
}

/** What a plan comes to: mm total reading, farthest spoke from its side's mean as a fraction, nipples turned. */
export const planComesTo = (plan: Plan, spokes: Parameters<typeof spreadOf>[0]) => ({
  lateral: totalReading(plan.lateral),
  radial: totalReading(plan.radial),
  spread: spreadOf(spokes, plan.tension),
  touches: plan.turns.filter((t) => t !== 0).length,
});
