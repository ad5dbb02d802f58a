"use client";
import type { Figure } from "@/core/figures/figure";
import type { Entry, Taken } from "@/core/measurement/taken";
import { showLength } from "@/core/units/show-length";
import { useUnit } from "../kept/kept-choice";
import { Doubt } from "./ledger-panel";

const when = (iso: string): string =>
  new Date(iso).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

const UNUSUAL: ReadonlySet<string> = new Set(["inch", "thou", "kgf", "lbf"]);

/** As it was typed, with its unit where that is not the usual one, and was not typed with it. */
export const asTyped = ({ typed, unit }: Entry): string =>
  UNUSUAL.has(unit) && /\d$/.test(typed) ? `${typed} ${unit}` : typed;

/** Every time a figure was taken: as typed, with what, by whom, when; which count, their mean, which one is odd. */
export const FigureHistory = ({
  label,
  figure,
  entries,
  taken,
  doubts,
  onLeaveOut,
  onPutBack,
}: {
  label: string;
  figure: Figure;
  entries: readonly Entry[];
  taken: Taken | undefined;
  doubts: readonly { readonly text: string }[];
  onLeaveOut: (entry: Entry) => void;
  onPutBack: (entry: Entry) => void;
}) => {
  const [unit] = useUnit();
  const counting = new Set(taken?.counting.map((e) => e.id));
  const put = entries.filter((e) => e.role !== "out");
  const leftOut = new Set(entries.filter((e) => e.role === "out").map((e) => e.typed));
  if (put.length === 0) return null;
  const sums = [
    taken && taken.counting.length > 1 && taken.value !== null ? `mean ${showLength(taken.value, unit)}` : null,
    taken?.spread ? `repeats within ${showLength(taken.spread, unit)}` : null,
    taken?.outOfRound ? `out of round ${showLength(taken.outOfRound, unit)}` : null,
  ].filter(Boolean);
  return (
    <section aria-label={`${label}: taken`} className="mb-5">
      <h3 className="mb-1 text-base font-bold">{label}</h3>
      {doubts.map((d) => (
        <Doubt key={d.text}>{d.text}</Doubt>
      ))}
      <ul>
        {[...put].reverse().map((e) => (
          <li key={e.id} className="flex items-center gap-2 border-b border-grid py-1">
            <span className={`min-w-0 flex-1 ${counting.has(e.id) ? "" : "line-through decoration-rule"}`}>
              <span className="font-mono text-lg">{asTyped(e)}</span>
              {e.place > 0 ? `, place ${e.place}` : ""}
              <span className="block text-base">{[e.method, e.who, when(e.at)].filter(Boolean).join(", ")}</span>
            </span>
            {taken?.odd?.id === e.id && <span className="text-base font-bold">odd</span>}
            {counting.has(e.id) && figure.kind !== "choice" && (
              <button type="button" className="min-h-12 px-2 underline" onClick={() => onLeaveOut(e)}>
                leave out
              </button>
            )}
            {leftOut.has(e.id) && figure.kind !== "choice" && (
              <button type="button" className="min-h-12 px-2 underline" onClick={() => onPutBack(e)}>
                put back in
              </button>
            )}
          </li>
        ))}
      </ul>
      {sums.length > 0 && <p className="pt-1">{sums.join(", ")}</p>}
    </section>
  );
};
