import type { PlanName } from "@/core/shop/practice-plan";

/** Whose plan: said whole, and short at the edge of the rim. */
export const PLAN_WORDS: Readonly<Record<PlanName, { readonly whole: string; readonly short: string }>> = {
  own: { whole: "mine", short: "mine" },
  advice: { whole: "as advised", short: "advice" },
  hand: { whole: "worst spot first, by hand", short: "hand" },
};
