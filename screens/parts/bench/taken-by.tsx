"use client";
import { UNITS, useUnit, useWho } from "../kept/kept-choice";

/** Who is at this bench, and what lengths are shown in; kept on this tablet. */
export const TakenBy = () => {
  const [unit, setUnit] = useUnit();
  const [who, setWho] = useWho();
  return (
    <div className="mt-3 flex items-center gap-2">
      <label className="flex min-w-0 flex-1 items-center gap-2 whitespace-nowrap">
        taken by
        <input
          className="min-h-12 w-full min-w-0 border border-rule bg-paper px-2"
          value={who}
          maxLength={60}
          placeholder="name"
          autoComplete="off"
          onChange={(e) => setWho(e.target.value)}
        />
      </label>
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
