"use client";
import { type ReactNode, useEffect, useState } from "react";
import { columnOf } from "@/core/ledger/column";
import type { Ledger } from "@/core/ledger/ledger";
import type { HandbookPlace } from "@/core/shop/handbook";
import { InHandbook } from "../frame/in-handbook";
import { useUnit } from "../kept/kept-choice";

/** A doubt beside the line it concerns. */
interface LineDoubt {
  readonly figure: string;
  readonly text: string;
}

const often = (times: number): string => {
  const size = Math.abs(times);
  if (size === 1) return "";
  return `${size === 0.5 ? "½" : Number(size.toFixed(3))} × `;
};

/** A sum as signed terms in a column, the total under a rule; a line whose figure is in doubt says why. */
export const LedgerSum = ({
  ledger,
  doubts = [],
  counts,
  onTap,
}: {
  ledger: Ledger;
  doubts?: readonly LineDoubt[];
  /** Said under the total: which of several ways counts. */
  counts?: string;
  onTap?: (figure: string) => void;
}) => {
  const [unit] = useUnit();
  const column = columnOf(ledger, unit);
  return (
    <section className="mb-5" aria-label={ledger.title}>
      <h3 className="mb-1 text-base font-bold">{ledger.title}</h3>
      <table className="w-full font-mono text-base">
        <tbody>
          {ledger.terms.map((t, i) => {
            const said = doubts.filter((d) => d.figure === t.figure);
            const label = `${often(t.times)}${t.label}`;
            return [
              <tr key={i}>
                <td className="pr-2 font-sans">
                  {onTap && t.figure ? (
                    <button
                      type="button"
                      className="min-h-12 text-left underline decoration-rule underline-offset-4"
                      onClick={() => onTap(t.figure ?? "")}
                    >
                      {label}
                    </button>
                  ) : (
                    label
                  )}
                  {t.assumed && <em className="not-italic"> (assumed)</em>}
                </td>
                <td className="text-right whitespace-nowrap">{column.terms[i]}</td>
              </tr>,
              ...said.map((d) => (
                <tr key={d.text}>
                  <td colSpan={2} className="font-sans">
                    <Doubt>{d.text}</Doubt>
                  </td>
                </tr>
              )),
            ];
          })}
          <tr className="border-t-2 border-ink font-bold">
            <td className="pt-1 font-sans">makes</td>
            <td className="pt-1 text-right">{column.total}</td>
          </tr>
        </tbody>
      </table>
      {counts && <p className="text-base">{counts}</p>}
    </section>
  );
};

/** How we got this: open in measuring, folded to a strip where the drawing needs the room. */
export const LedgerPanel = ({
  children,
  at,
  startFolded = false,
}: {
  children: ReactNode;
  /** Where the handbook says why. */
  at: HandbookPlace;
  startFolded?: boolean;
}) => {
  const [folded, setFolded] = useState(startFolded);
  useEffect(() => {
    // Held upright there is no room beside the drawing: a strip that opens upward.
    if (window.matchMedia("(orientation: portrait)").matches) setFolded(true);
  }, []);
  return (
    <aside
      className={`flex shrink-0 flex-col border-l-2 border-ink portrait:w-full portrait:border-t-2 portrait:border-l-0 ${folded ? "w-12 portrait:h-12" : "w-80 portrait:h-72"}`}
    >
      <button
        type="button"
        onClick={() => setFolded(!folded)}
        aria-expanded={!folded}
        className={`min-h-12 text-left text-base underline ${folded ? "px-1 portrait:px-4" : ""} ${folded ? "flex-1 [writing-mode:vertical-rl] portrait:[writing-mode:horizontal-tb]" : "px-4"}`}
      >
        how we got this
      </button>
      {!folded && (
        <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4 text-base">
          {children}
          <InHandbook at={at} />
        </div>
      )}
    </aside>
  );
};

/** A caution where the danger is; one line, never in the way. */
export const Caution = ({ children }: { children: ReactNode }) => (
  <p className="my-2 flex gap-2 border-l-4 border-stop pl-2 text-base leading-snug">{children}</p>
);

/** Something that looks wrong: a flag, not a block. */
export const Doubt = ({ children }: { children: ReactNode }) => (
  <p role="status" className="my-2 flex items-start gap-2 text-base leading-snug">
    <DoubtFlag />
    <span>{children}</span>
  </p>
);

export const DoubtFlag = () => (
  <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true" className="shrink-0">
    <path d="M3 2h16v12H8l-5 6Z" fill="var(--color-doubt)" stroke="var(--color-ink)" strokeWidth="1.5" />
    <text x="11" y="12" fontSize="11" textAnchor="middle" fill="#1e2526">
      ?
    </text>
  </svg>
);
