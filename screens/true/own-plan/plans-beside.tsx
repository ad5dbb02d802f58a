import type { PlacedSpoke } from "@/core/lacing/placement";
import { PLANS, type PlanName, planComesTo, type RoundPlans } from "@/core/shop/practice-plan";
import { PLAN_WORDS } from "./plan-words";

interface PlansBesideProps {
  readonly stood: RoundPlans;
  readonly spokes: readonly PlacedSpoke[];
  /** The round is being turned: whose turns they are stands. */
  readonly fixed: boolean;
  readonly onChoose: (plan: PlanName) => void;
}

/** What each plan makes of this wheel once it is de-stressed, tried on it; the one whose turns are made is the dark one. */
export const PlansBeside = ({ stood, spokes, fixed, onChoose }: PlansBesideProps) => (
  <fieldset aria-label="whose plan is turned" className="flex shrink-0 flex-wrap items-stretch border-t border-grid">
    {PLANS.flatMap((name) => {
      const plan = stood.plans[name];
      if (!plan) return [];
      const { lateral, radial, spread, touches } = planComesTo(plan, spokes);
      const chosen = stood.chosen === name;
      return (
        <button
          key={name}
          type="button"
          aria-pressed={chosen}
          disabled={fixed}
          data-testid={`plan-${name}`}
          onClick={() => onChoose(name)}
          className={`min-h-18 flex-1 border-r border-rule px-3 py-1 text-left text-lg leading-snug outline-offset-[-6px] last:border-r-0 max-sm:portrait:px-2 max-sm:portrait:text-base ${chosen ? "bg-ink text-paper" : ""}`}
        >
          <b className="max-sm:portrait:hidden">{PLAN_WORDS[name].whole},</b>
          <b className="hidden max-sm:portrait:inline">{PLAN_WORDS[name].short},</b> {touches}{" "}
          <span className="max-sm:portrait:hidden">{touches === 1 ? "nipple" : "nipples"}</span>
          <br />
          <span className="whitespace-nowrap max-sm:portrait:whitespace-normal">
            <span className="max-sm:portrait:hidden">comes to </span>
            <b className="font-mono">{lateral.toFixed(2)}</b> and <b className="font-mono">{radial.toFixed(2)}</b>
          </span>
          ,{" "}
          <span className="whitespace-nowrap">
            <span className="max-sm:portrait:hidden">even to </span>
            <b className="font-mono">{Math.round(100 * spread)}</b> %
          </span>
        </button>
      );
    })}
  </fieldset>
);
