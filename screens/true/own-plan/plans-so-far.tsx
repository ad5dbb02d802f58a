import type { PlacedSpoke } from "@/core/lacing/placement";
import { PLANS, planComesTo, type RoundPlans } from "@/core/shop/practice-plan";
import type { RoundView } from "../round-view";
import { PLAN_WORDS } from "./plan-words";

interface PlansSoFarProps {
  readonly plans: readonly RoundPlans[];
  readonly spokes: readonly PlacedSpoke[];
  readonly rounds: readonly RoundView[];
}

/** Round by round: what the own plan came to, beside the advice and the hand's way. */
export const PlansSoFar = ({ plans, spokes, rounds }: PlansSoFarProps) => (
  <>
    <h2 className="pt-4 text-xl font-bold">Plans so far</h2>
    <table className="w-full max-w-3xl text-left text-lg" aria-label="plans so far">
      <thead>
        <tr className="border-b border-rule">
          {["round", "whose plan", "side to side", "hop", "how even", "nipples"].map((h) => (
            <th key={h} scope="col" className="py-1 pr-3 font-normal">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {plans.flatMap((stood) =>
          PLANS.flatMap((name) => {
            const plan = stood.plans[name];
            if (!plan) return [];
            const { lateral, radial, spread, touches } = planComesTo(plan, spokes);
            const chosen = stood.chosen === name;
            const round = rounds.find((r) => r.id === stood.round);
            return (
              <tr key={`${stood.round} ${name}`} className={`border-b border-grid ${chosen ? "font-bold" : ""}`}>
                <td className="py-1 pr-3 font-mono">{round?.number ?? ""}</td>
                <td className="pr-3">
                  {PLAN_WORDS[name].whole}
                  {chosen ? (round?.walked.length ? ", turned" : ", to be turned") : ""}
                </td>
                <td className="pr-3 font-mono">{lateral.toFixed(2)}</td>
                <td className="pr-3 font-mono">{radial.toFixed(2)}</td>
                <td className="pr-3 font-mono">{Math.round(100 * spread)} %</td>
                <td className="font-mono">{touches}</td>
              </tr>
            );
          }),
        )}
      </tbody>
    </table>
  </>
);
