"use client";
import { type ReactNode, useEffect, useState } from "react";
import type { Ledger } from "@/core/ledger/ledger";

const signed = (x: number) => `${x < 0 ? "−" : "+"}${Math.abs(x).toFixed(2)}`;

/** A sum as signed terms in a column, the total under a rule. */
export const LedgerSum = ({ ledger }: { ledger: Ledger }) => (
  <section className="mb-5" aria-label={ledger.title}>
    <h3 className="mb-1 text-base font-bold">{ledger.title}</h3>
    <table className="w-full font-mono text-base">
      <tbody>
        {ledger.terms.map((t, i) => (
          <tr key={i}>
            <td className="pr-2 font-sans">
              {Math.abs(t.times) === 1 ? "" : `${Math.abs(t.times) === 0.5 ? "½" : Math.abs(t.times)} × `}
              {t.label}
              {t.assumed && <em className="not-italic"> (assumed)</em>}
            </td>
            <td className="text-right whitespace-nowrap">{signed(t.times * t.value)}</td>
          </tr>
        ))}
        <tr className="border-t-2 border-ink font-bold">
          <td className="pt-1 font-sans">makes</td>
          <td className="pt-1 text-right">{ledger.total.toFixed(2)}</td>
        </tr>
      </tbody>
    </table>
  </section>
);

/** How we got this: open in measuring, folded to a strip where the drawing needs the room. */
export const LedgerPanel = ({ children, startFolded = false }: { children: ReactNode; startFolded?: boolean }) => {
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
      {!folded && <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4 text-base">{children}</div>}
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
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true" className="shrink-0">
      <path d="M3 2h16v12H8l-5 6Z" fill="var(--color-doubt)" stroke="var(--color-ink)" strokeWidth="1.5" />
      <text x="11" y="12" fontSize="11" textAnchor="middle" fill="#1e2526">
        ?
      </text>
    </svg>
    <span>{children}</span>
  </p>
);
