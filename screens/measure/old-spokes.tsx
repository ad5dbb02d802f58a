"use client";
import type { SpokeComparison } from "@/core/cross-checks/old-spokes";
import { showLength } from "@/core/units/show-length";
import type { Tap } from "../parts/bench/bench-record";
import { listWords, spokenWords } from "../parts/bench/figure-shown";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { useUnit } from "../parts/kept/kept-choice";
import { SideMark } from "../parts/wheel/side-mark";

/** The four old spokes at their lengths, the lengths worked out from the measurements beside them. */
export const OldSpokes = ({
  compared,
  straight,
  names,
  tap,
}: {
  compared: readonly SpokeComparison[];
  straight: boolean;
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => {
  const [unit] = useUnit();
  const longest = Math.max(150, ...compared.flatMap((c) => [c.length, c.worked]));
  return (
    <div className="flex min-h-0 flex-1 flex-col justify-evenly overflow-y-auto px-3 max-sm:portrait:justify-start">
      {(["A", "B"] as const).flatMap((side) =>
        (["out", "in"] as const).map((head) => {
          const name = `sample.${side}.${head}`;
          const c = compared.find((o) => o.flange === side && o.head === head);
          const shown = tap.shown(name);
          const open = shown.state === "open";
          const width = (mm: number) => (mm / longest) * 520;
          return (
            <button
              key={name}
              type="button"
              aria-label={`old spoke, ${names[side]}, head ${head === "out" ? "outside" : "inside"}: ${spokenWords(shown)}`}
              onClick={() => tap.onTap(name)}
              className={`flex min-h-16 w-full flex-col justify-center border-b px-2 text-left ${tap.active === name ? "border-ink border-b-4" : "border-grid"}`}
            >
              <span className="flex flex-wrap items-center gap-x-2 text-base">
                <SideMark side={side} /> {names[side]}, head {head === "out" ? "outside" : "inside"}
                <span className="ml-auto flex items-center gap-2 font-mono text-xl font-bold">
                  {tap.doubted(name) && <DoubtFlag />}
                  {open ? "–" : listWords(shown)}
                </span>
                <span className="w-64 max-w-full text-right text-base">
                  {c
                    ? `worked out ${unit === "mm" ? c.worked.toFixed(1) : showLength(c.worked, unit)}, ${difference(c, unit)}`
                    : ""}
                </span>
              </span>
              <svg viewBox="0 0 560 26" className="h-7 w-full" aria-hidden="true" preserveAspectRatio="xMinYMid meet">
                <path
                  d={
                    straight
                      ? `M8 6V20M8 13H${12 + width(c?.length ?? longest * 0.9)}`
                      : `M12 2V13H${12 + width(c?.length ?? longest * 0.9)}`
                  }
                  fill="none"
                  stroke={`var(--color-${side.toLowerCase()})`}
                  strokeWidth="4"
                  strokeDasharray={open ? "6 5" : undefined}
                />
                {c && <path d={`M${12 + width(c.worked)} 1V25`} stroke="var(--color-ink)" strokeWidth="2.5" />}
              </svg>
            </button>
          );
        }),
      )}
    </div>
  );
};

const difference = (c: SpokeComparison, unit: "mm" | "inch" | "thou"): string => {
  const by = c.length - c.worked;
  if (Math.abs(by) < 0.05) return "the same";
  return `${showLength(Number(Math.abs(by).toFixed(1)), unit)} ${by > 0 ? "longer" : "shorter"}`;
};
