import type { AdviseInput } from "../advise-input";
import { knownOf } from "../knowing/known";
import { bestReachable, makeAim } from "./make-aim";

/** How true the wheel could be for each unevenness allowed: the front between the two, mm and fraction. */
export const frontOf = (input: AdviseInput): { readonly spread: number; readonly tir: number }[] => {
  const { geometry, full, learnt, elastic, state } = knownOf(input);
  const aim = makeAim(input, geometry, elastic.influences, state, learnt, full, input.stage);
  let least = Number.POSITIVE_INFINITY;
  return [0.03, 0.06, 0.1, 0.15, 0.2, 0.3, 0.45].map((spread) => {
    const there = bestReachable({ ...input, tolerance: { ...input.tolerance, tensionSpread: spread } }, aim, full);
    // More room never makes it worse; what the solver leaves over must not say so.
    least = Math.min(least, Math.max(there.lateralTir, there.radialTir));
    return { spread, tir: least };
  });
};
