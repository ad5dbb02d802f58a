"use client";
import { ERD_METHODS, ERD_WAYS, type ErdMethod } from "@/core/rim/erd-methods";
import { showLength } from "@/core/units/show-length";
import type { Tap } from "../parts/bench/bench-record";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { useUnit } from "../parts/kept/kept-choice";

/** One way the effective rim diameter was measured. */
export interface ErdWay {
  readonly method: ErdMethod;
  readonly total: number;
  readonly outOfRound: number | null;
  /** A figure of its sum is in doubt. */
  readonly doubted: boolean;
}

/** Every way side by side: a tap on a measured one makes it count, on another begins it. */
export const ErdWays = ({ ways, counting, tap }: { ways: readonly ErdWay[]; counting: ErdMethod; tap: Tap }) => {
  const [unit] = useUnit();
  return (
    <div className="@container shrink-0">
      <div
        role="group"
        aria-label="ways to the effective rim diameter"
        // On a phone, and with large letters, the drawing has the room while a figure is in hand.
        className={`flex border-t border-ink max-sm:portrait:flex-wrap ${tap.active ? "max-sm:portrait:hidden @max-[18rem]:hidden" : ""}`}
      >
        {ERD_METHODS.filter((m) => ERD_WAYS[m].first !== null || ways.some((w) => w.method === m)).map((m) => {
          const way = ways.find((w) => w.method === m);
          const counts = way !== undefined && m === counting;
          return (
            <button
              key={m}
              type="button"
              disabled={ERD_WAYS[m].first === null}
              aria-pressed={counts}
              onClick={() => (way ? tap.put("rim.erdMethod", m) : tap.onTap(ERD_WAYS[m].first ?? ""))}
              className={`flex min-h-16 min-w-0 flex-1 flex-col max-sm:portrait:basis-[30%] items-center justify-center border-r border-grid px-1 last:border-r-0 ${counts ? "border-t-4 border-t-ink" : ""}`}
            >
              <span className="max-w-full text-center text-base leading-tight">{ERD_WAYS[m].name}</span>
              <span className="flex items-center gap-1 font-mono text-xl font-bold">
                {way?.doubted && <DoubtFlag />}
                {way ? showLength(Number(way.total.toFixed(2)), unit) : "–"}
              </span>
              {way && (
                <span className="text-base leading-tight">
                  {[
                    counts ? "counts" : null,
                    way.outOfRound ? `${showLength(way.outOfRound, unit)} out of round` : null,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </span>
              )}
            </button>
          );
        })}
      </div>
    </div>
  );
};
