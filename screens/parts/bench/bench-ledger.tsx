"use client";
import type { ReactNode } from "react";
import type { Doubt as DoubtSaid } from "@/core/cross-checks/doubt";
import { doubtWords } from "@/core/cross-checks/doubt-words";
import { FIGURES } from "@/core/figures/all-figures";
import type { Ledger } from "@/core/ledger/ledger";
import type { HandbookPlace } from "@/core/shop/handbook";
import { withSideNames } from "@/core/wheel/side-names";
import type { BenchRecord } from "./bench-record";
import { FigureHistory } from "./figure-history";
import { Caution, Doubt, LedgerPanel, LedgerSum } from "./ledger-panel";
import { TakenBy } from "./taken-by";
import type { useTaking } from "./use-taking";

/** What the ledger of a place tells, whatever is in hand. */
export interface LedgerTold {
  /** Where the handbook says why. */
  readonly at: HandbookPlace;
  readonly ledgers: readonly (Ledger & { readonly counts?: string })[];
  readonly doubts?: readonly DoubtSaid[];
  /** Of the wheel as a whole, beside no figure. */
  readonly warned?: readonly string[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly cautions: readonly string[];
  readonly notes?: readonly string[];
  readonly after?: ReactNode;
  /** Where the drawing needs the room, how it came about is folded away at first. */
  readonly foldLedger?: boolean;
}

interface BenchLedgerProps extends LedgerTold, Pick<BenchRecord, "names" | "taken" | "entries"> {
  readonly taking: ReturnType<typeof useTaking>;
}

/** How we got this: the figure in hand, doubts, sums, cautions. */
export const BenchLedger = (props: BenchLedgerProps) => {
  const { names, taken, entries, ledgers, doubts = [], problem, cautions, notes = [], taking } = props;
  const named = (text: string) => withSideNames(text, names);
  const { active } = taking;
  const figure = active ? FIGURES[active.name] : undefined;
  const shown = ledgers.map((l) => ({
    ...l,
    title: named(l.title),
    terms: l.terms.map((t) => ({ ...t, label: named(t.label) })),
  }));
  const inLedgers = new Set(shown.flatMap((l) => l.terms.map((t) => t.figure)));
  const said = doubts.map((d) => ({ ...d, text: named(doubtWords(d)) }));
  // A sum in doubt stands where it is seen without scrolling.
  const inDoubt = (l: Ledger) => l.terms.some((t) => doubts.some((d) => d.figure === t.figure));
  const sums = [...shown.filter(inDoubt), ...shown.filter((l) => !inDoubt(l))];
  const apart = said.filter((d) => !inLedgers.has(d.figure) && d.figure !== active?.name);
  return (
    <LedgerPanel at={props.at} startFolded={props.foldLedger}>
      {problem && <Doubt>{named(problem.message)}</Doubt>}
      {active && figure && (
        <FigureHistory
          label={named(figure.label)}
          figure={figure}
          entries={entries[active.name] ?? []}
          taken={taken[active.name]}
          doubts={said.filter((d) => d.figure === active.name)}
          onLeaveOut={taking.leaveOut}
          onPutBack={taking.putBack}
        />
      )}
      {apart.map((d) => (
        <button key={d.text} type="button" className="block w-full text-left" onClick={() => taking.tap(d.figure)}>
          <Doubt>{d.text}</Doubt>
        </button>
      ))}
      {props.warned?.map((w) => (
        <Doubt key={w}>{named(w)}</Doubt>
      ))}
      {sums.map((l) => (
        <LedgerSum key={l.title} ledger={l} doubts={said} counts={l.counts} onTap={taking.tap} />
      ))}
      {notes.map((n) => (
        <p key={n} className="mb-3">
          {named(n)}
        </p>
      ))}
      {cautions.map((c) => (
        <Caution key={c}>{c}</Caution>
      ))}
      {props.after}
      <TakenBy />
    </LedgerPanel>
  );
};
