"use client";
import { useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "./bench-record";
import { isOpen, listWords } from "./figure-shown";
import { DoubtFlag } from "./ledger-panel";

/** A figure's place on a list beside the drawing: label and what was taken, tapped to take it. */
export const FigureTag = ({
  label,
  value,
  open,
  active,
  loud = false,
  doubted = false,
  onTap,
}: {
  label: string;
  value: string;
  open: boolean;
  active: boolean;
  /** Lost for good if it is not taken now. */
  loud?: boolean;
  doubted?: boolean;
  onTap: () => void;
}) => (
  <button
    type="button"
    onClick={onTap}
    className={`flex min-h-12 w-full items-center justify-between gap-3 border-b px-3 text-left ${active ? "border-ink bg-ink text-paper" : "border-grid"}`}
  >
    <span className={`flex items-center gap-2 ${loud && open ? "text-lg font-bold" : "text-base"}`}>
      {loud && open && (
        <svg width="14" height="14" viewBox="0 0 14 14" role="img" aria-label="lost if not taken now">
          <path d="M7 0 14 7 7 14 0 7Z" fill={active ? "var(--color-paper)" : "var(--color-stop)"} />
        </svg>
      )}
      {label}
    </span>
    <span
      className={`flex items-center gap-2 text-right font-mono ${open ? "text-base whitespace-nowrap opacity-80" : value.length > 9 ? "text-base font-bold" : "text-xl font-bold"}`}
    >
      {doubted && <DoubtFlag />}
      {value}
    </span>
  </button>
);

/** A few figures side by side under a drawing. */
export const FigureRow = ({
  figures,
  names,
  tap,
}: {
  figures: readonly string[];
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => (
  <div className="grid shrink-0 auto-cols-fr grid-flow-col border-t border-grid portrait:grid-flow-row">
    {figures.map((name) => (
      <div key={name} className="border-r border-grid last:border-r-0">
        <FigureTag
          label={withSideNames(FIGURES[name].label, names)}
          value={listWords(tap.shown(name))}
          open={isOpen(tap.shown(name))}
          active={tap.active === name}
          onTap={() => tap.onTap(name)}
        />
      </div>
    ))}
  </div>
);

/**
 * Figures as a list that never shows more than three unanswered at once: the next three, what was taken under them, the
 * rest on request.
 */
export const FigureList = ({
  figures,
  names,
  tap,
  loud = [],
}: {
  figures: readonly string[];
  names: { readonly A: string; readonly B: string };
  tap: Tap;
  loud?: readonly string[];
}) => {
  const [all, setAll] = useState(false);
  const open = figures.filter((f) => isOpen(tap.shown(f)));
  const first = all ? open : open.slice(0, 3);
  const shown = tap.active && open.includes(tap.active) && !first.includes(tap.active) ? [...first, tap.active] : first;
  const tag = (name: string) => (
    <FigureTag
      key={name}
      label={withSideNames(FIGURES[name].label, names)}
      value={listWords(tap.shown(name))}
      open={open.includes(name)}
      active={tap.active === name}
      loud={loud.includes(name)}
      doubted={tap.doubted(name)}
      onTap={() => tap.onTap(name)}
    />
  );
  return (
    <>
      {shown.map(tag)}
      {(open.length > shown.length || all) && open.length > 3 && (
        <button
          type="button"
          className="min-h-12 w-full border-b border-grid px-3 text-left text-base underline"
          onClick={() => setAll(!all)}
        >
          {all ? "only the next three" : `${open.length - shown.length} more, not yet taken`}
        </button>
      )}
      {figures.filter((f) => !open.includes(f)).map(tag)}
    </>
  );
};
