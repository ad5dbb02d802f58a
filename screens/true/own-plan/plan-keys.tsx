import type { useOwnPlan } from "./use-own-plan";

const KEY = "px-3 text-xl leading-tight outline-offset-[-8px] max-sm:portrait:min-h-18 max-sm:portrait:flex-1";

/** Under the rim while the own plan is made: a hint, the advice without one, or the plan put beside the others. */
export const PlanKeys = ({ own }: { own: ReturnType<typeof useOwnPlan> }) => {
  const planned = own.turns.filter((t) => t !== 0).length;
  return (
    <div className="flex min-h-18 shrink-0 flex-wrap items-stretch border-t-2 border-ink">
      <button
        type="button"
        disabled={own.hintsLeft === 0}
        onClick={own.askHint}
        className={`w-44 border-r border-rule disabled:line-through ${KEY}`}
      >
        {own.hints.length === 0 ? "a hint" : "another hint"}
      </button>
      <button type="button" onClick={() => void own.adviceFirst()} className={`w-52 border-r border-rule ${KEY}`}>
        no plan: show the advice
      </button>
      <button
        type="button"
        onClick={() => void own.compare()}
        className={`grow bg-ink text-2xl text-paper max-sm:portrait:basis-full! ${KEY}`}
      >
        {planned === 0 ? "my plan: turn nothing" : `my plan stands: ${planned} ${planned === 1 ? "nipple" : "nipples"}`}
      </button>
    </div>
  );
};
