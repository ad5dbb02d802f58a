"use client";
import { type ReactNode, useEffect } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { UNIT } from "@/core/figures/check-figure";
import { withSideNames } from "@/core/wheel/side-names";
import { useForce, useUnit } from "../kept/kept-choice";
import { BenchLedger, type LedgerTold } from "./bench-ledger";
import type { BenchRecord, ParticularAsked, Tap } from "./bench-record";
import { FigureEntry } from "./figure-entry";
import { isOpen, showFigure } from "./figure-shown";
import { TwoAnswers } from "./two-answers";
import { useParticulars } from "./use-particulars";
import { useTaking } from "./use-taking";

interface FiguresBenchProps extends LedgerTold {
  readonly bench: BenchRecord;
  /** In the order they are asked. */
  readonly figures: readonly string[];
  readonly particulars?: readonly ParticularAsked[];
  readonly presets: Readonly<Record<string, number | string>>;
  readonly drawing: (tap: Tap) => ReactNode;
}

/**
 * The bench for taking figures one at a time: a drawing tapped where something is measured, the entry bar that takes
 * it, the ledger that shows what it makes.
 */
export const FiguresBench = (props: FiguresBenchProps) => {
  const { bench, figures, particulars = [], presets, drawing, doubts = [], ...ledger } = props;
  const { jobId, names, taken, entries } = bench;
  const [unit] = useUnit();
  const [force] = useForce();
  const order = [...particulars.map((p) => p.key), ...figures];
  const particularOf = (key: string | undefined) => particulars.find((p) => p.key === key);
  const isTaken = (name: string) => (FIGURES[name] ? taken[name] !== undefined : !!particularOf(name)?.value);
  const taking = useTaking({ jobId, taken, entries, asked: order, isTaken });
  const told = useParticulars(jobId, particularOf(taking.active?.name), (key, coming) => {
    const at = taking.active?.name === key ? taking.active : { name: key, place: 0 };
    void taking.whileComing(at, coming);
    taking.moveOn(at);
  });
  const shown = (name: string) => showFigure(name, taken[name], presets[name], unit, force, names);
  const isStillOpen = (name: string) => (FIGURES[name] ? isOpen(shown(name)) : !isTaken(name));
  useEffect(() => {
    // With nothing in hand Enter takes up the next figure nobody has taken: the whole stage goes by keyboard alone.
    const press = (e: KeyboardEvent) => {
      // One that took the last figure takes up nothing.
      if (e.key !== "Enter" || e.repeat || e.defaultPrevented) return;
      if (taking.active || document.activeElement !== document.body) return;
      const next = order.find(isStillOpen);
      if (!next) return;
      e.preventDefault();
      taking.tap(next);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  return (
    <>
      <div className="flex min-h-0 flex-1 portrait:flex-col">
        {/* Held upright with much to say below, what does not fit is scrolled to. */}
        <div className="flex min-h-0 min-w-0 flex-1 flex-col portrait:overflow-y-auto">
          {drawing({
            active: taking.active?.name ?? null,
            shown,
            onTap: taking.tap,
            // In what it is kept in: the page says it, whatever this tablet is set to.
            put: (name, value) =>
              void taking.choose({ name, place: 0, typed: value, unit: UNIT[FIGURES[name].kind], method: "" }),
            takeBack: (name) => {
              for (const entry of taken[name]?.counting ?? []) void taking.leaveOut(entry);
            },
            doubted: (name) => doubts.some((d) => d.figure === name),
            close: taking.close,
          })}
        </div>
        <BenchLedger {...ledger} doubts={doubts} names={names} taken={taken} entries={entries} taking={taking} />
      </div>
      <TwoAnswers taking={taking} told={told} named={(text) => withSideNames(text, names)} />
      <FigureEntry
        taking={taking}
        particular={particularOf(taking.active?.name) ?? told.refusedOf(taking.active?.name)?.p}
        names={names}
        taken={taken}
        entries={entries}
        order={order}
        given={(key) => told.refusedOf(key)?.given}
        onParticular={told.take}
      />
    </>
  );
};
