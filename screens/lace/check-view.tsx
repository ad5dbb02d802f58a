"use client";
import { checkLacing, type SeenSpoke } from "@/core/lacing/check";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { withSideNames } from "@/core/wheel/side-names";
import type { Wheel } from "@/core/wheel/wheel-file";
import { Doubt } from "../parts/bench/ledger-panel";
import { WheelPlan } from "../parts/wheel/wheel-plan";

/** What the walk past the laced wheel found: how it is laced, what is wrong with which spoke, the fewest to move. */
export const CheckView = ({
  wheel,
  spokes,
  seen,
  names,
  onWalk,
}: {
  wheel: Wheel;
  spokes: readonly PlacedSpoke[];
  seen: readonly (SeenSpoke | null)[];
  names: { readonly A: string; readonly B: string };
  onWalk: () => void;
}) => {
  const read = seen.filter((s) => s !== null).length;
  const whole = seen.every((s): s is SeenSpoke => s !== null) ? seen : null;
  const check = whole ? checkLacing(wheel, whole) : null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0">
        <WheelPlan wheel={wheel} spokes={spokes} lit={check?.moves ?? []} title="the plan, spokes to move lit" />
      </div>
      <div className="flex min-h-0 flex-col border-l border-grid">
        <section className="min-h-0 flex-1 overflow-y-auto p-4 text-lg" aria-label="what the check found">
          {!check && (
            <p>
              {read === 0
                ? "Walk past the laced wheel once: tell the first four spokes, confirm the rest, stop only at what differs."
                : `${read} of ${seen.length} spokes seen so far.`}
            </p>
          )}
          {check?.laced.texts.map((t) => (
            <Doubt key={t}>{withSideNames(t, names)}.</Doubt>
          ))}
          {check && check.faults.length === 0 && check.laced.asPlanned && (
            <p className="text-2xl font-bold">Laced as planned, every spoke.</p>
          )}
          {check && check.faults.length > 0 && (
            <>
              <p className="pb-2 text-xl font-bold">
                Move {check.moves.length} {check.moves.length === 1 ? "spoke" : "spokes"}: {check.moves.join(", ")}
              </p>
              <ul>
                {check.faults.map((f) => (
                  <li key={`${f.spoke}${f.code}`} className="border-b border-grid py-1">
                    {withSideNames(f.text, names)}
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <button
          type="button"
          onClick={onWalk}
          className="h-18 shrink-0 bg-ink text-2xl text-paper outline-offset-[-8px]"
        >
          {read === 0 ? "walk past the laced wheel" : check ? "walk past it again" : "go on walking past"}
        </button>
      </div>
    </div>
  );
};
