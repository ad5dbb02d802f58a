"use client";
import { UNITS, useUnit } from "../kept/kept-choice";
import { WhoField } from "./who-field";

/** Who is at this bench, and what lengths are shown in; kept on this tablet. */
export const TakenBy = () => {
  const [unit, setUnit] = useUnit();
  return (
    <div className="mt-3 flex items-center gap-2">
      <WhoField label="taken by" className="min-w-0 flex-1 whitespace-nowrap" room="w-full min-w-0" />
      <button
        type="button"
        className="min-h-12 border border-rule px-3 whitespace-nowrap"
        onClick={() => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length])}
        aria-label={`lengths in ${unit}, change`}
      >
        in {unit}
      </button>
    </div>
  );
};
