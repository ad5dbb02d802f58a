"use client";
import { useRouter } from "next/navigation";
import { type ReactNode, useRef, useState } from "react";
import type { Ledger } from "@/core/ledger/ledger";
import { withSideNames } from "@/core/truing/explain";
import type { LengthUnit } from "@/core/units/lengths";
import { fromMm } from "@/core/units/lengths";
import { checkFigure, FIGURES } from "@/core/wheel/check-figure";
import type { Figure } from "@/core/wheel/figures";
import { EntryBar } from "./entry-bar";
import { Caution, Doubt, LedgerPanel, LedgerSum } from "./ledger-panel";
import { send } from "./outbox";

/** A figure as last taken. */
export interface TakenFigure {
  readonly typed: string;
  readonly unit: string;
  readonly value: number | null;
}

/** A line about the job itself, not the wheel: customer, promised day. */
export interface ParticularAsked {
  readonly key: string;
  readonly label: string;
  readonly how: string;
  readonly kind: "text" | "date";
  readonly value: string;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
}

interface FiguresBenchProps {
  readonly jobId: string;
  readonly version: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly figures: readonly string[];
  readonly particulars?: readonly ParticularAsked[];
  readonly taken: Readonly<Record<string, TakenFigure>>;
  readonly earlier: Readonly<Record<string, readonly TakenFigure[]>>;
  readonly ledgers: readonly Ledger[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly cautions: readonly string[];
  readonly notes?: readonly string[];
  readonly presets: Readonly<Record<string, number | string>>;
  readonly drawing: (tap: {
    readonly active: string | null;
    readonly label: (name: string) => string;
    readonly onTap: (name: string) => void;
  }) => ReactNode;
  readonly after?: ReactNode;
}

const UNITS: readonly LengthUnit[] = ["mm", "inch", "thou"];

/**
 * The bench for taking figures one at a time: a drawing tapped where something is measured, the entry bar that takes
 * it, the ledger that shows what it makes. Every figure is stored as it is taken; a re-take keeps the old one.
 */
export const FiguresBench = (props: FiguresBenchProps) => {
  const {
    jobId,
    version,
    names,
    figures,
    particulars = [],
    taken,
    earlier,
    ledgers,
    problem,
    cautions,
    notes = [],
    presets,
    drawing,
    after,
  } = props;
  const router = useRouter();
  const [active, setActive] = useState<string | null>(null);
  const [unit, setUnit] = useState<LengthUnit>("mm");
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<{ name: string; typed: string; text: string } | null>(null);
  const [fresh, setFresh] = useState<Record<string, TakenFigure>>({});
  const [clash, setClash] = useState<{ key: string; stored: string; given: string } | null>(null);
  // The record's own answer is newer than the page: two lines taken quickly must not clash with each other.
  const known = useRef(version);
  known.current = Math.max(known.current, version);
  const all = { ...taken, ...fresh };
  const asked = [...particulars.map((p) => p.key), ...figures];

  const figureOf = (name: string): Figure | undefined => FIGURES[name];
  const show = (name: string): string => {
    const f = figureOf(name);
    const t = all[name];
    if (!f) return particulars.find((p) => p.key === name)?.value || "not yet";
    if (!t) return presets[name] === undefined ? "not yet" : `${choiceWord(f, String(presets[name]))} assumed`;
    if (name.startsWith("offset.") && t.value !== null && t.value !== 0) {
      const size = Math.abs(t.value);
      const figure = unit === "mm" ? Number(size.toFixed(2)) : `${Number(fromMm(size, unit).toFixed(3))} ${unit}`;
      return `${figure} to ${t.value > 0 ? names.A : names.B}`;
    }
    if (f.kind === "length" && t.value !== null)
      return unit === "mm"
        ? `${Number(t.value.toFixed(2))}`
        : `${Number(fromMm(t.value, unit).toFixed(unit === "inch" ? 3 : 0))} ${unit}`;
    return choiceWord(f, t.value === null ? t.typed : String(t.value));
  };
  const choiceWord = (f: Figure, value: string) =>
    withSideNames(f.choices?.find((c) => c.value === value)?.label ?? value, names);

  const tap = (name: string) => {
    setActive(name);
    setMessage(null);
    setDoubted(null);
  };
  const moveOn = (from: string) => {
    const start = asked.indexOf(from);
    const later = [...asked.slice(start + 1), ...asked.slice(0, start)];
    const open = later.find((name) => (figureOf(name) ? !all[name] : !particulars.find((p) => p.key === name)?.value));
    // Somebody may have tapped the next figure while this one was being stored; that tap counts.
    setActive((now) => (now === from ? (open && open !== from ? open : null) : now));
    setMessage(null);
    setDoubted(null);
  };

  const takeParticular = async (p: ParticularAsked, typed: string, at: number) => {
    const value = p.kind === "date" && typed === "" ? null : typed;
    const sent = await send<{ version: number }>(
      `/api/jobs/${jobId}`,
      { version: at, change: { [p.key]: value } },
      "PATCH",
    );
    if (sent.ok) {
      known.current = sent.value.version;
      setClash(null);
      router.refresh();
      moveOn(p.key);
    } else {
      const stored = sent.stored as Record<string, unknown> | undefined;
      if (stored) known.current = Number(stored.version ?? known.current);
      if (stored) setClash({ key: p.key, stored: String(stored[p.key] ?? ""), given: typed });
      setMessage(sent.message);
    }
  };

  const take = async (typed: string, sign: 1 | -1) => {
    if (!active) return;
    const particular = particulars.find((p) => p.key === active);
    if (particular) return takeParticular(particular, typed, known.current);
    if (doubted?.name === active && doubted.typed === typed) return moveOn(active);
    const written = sign < 0 ? `-${typed}` : typed;
    const checked = checkFigure(active, written, unit);
    if (!checked.ok) return setMessage(checked.message);
    const sent = await send(`/api/jobs/${jobId}/measurements`, {
      id: crypto.randomUUID(),
      name: active,
      typed: written,
      unit,
      method: "",
    });
    if (!sent.ok && sent.field !== "") return setMessage(sent.message);
    setFresh((f) => ({ ...f, [active]: { typed: written, unit: checked.unit, value: checked.value } }));
    router.refresh();
    if (!sent.ok) return setMessage(sent.message);
    if (checked.doubt) {
      setDoubted({ name: active, typed, text: checked.doubt });
      return setMessage(`Kept. ${checked.doubt}`);
    }
    moveOn(active);
  };

  const figure = active ? figureOf(active) : undefined;
  const particular = particulars.find((p) => p.key === active);
  const old = active ? (earlier[active] ?? []) : [];
  return (
    <>
      <div className="flex min-h-0 flex-1 portrait:flex-col">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">{drawing({ active, label: show, onTap: tap })}</div>
        <LedgerPanel>
          {problem && <Doubt>{withSideNames(problem.message, names)}</Doubt>}
          {active && old.length > 1 && (
            <p className="mb-3">
              {withSideNames(figure?.label ?? "", names)} taken {old.length} times: {old.map((o) => o.typed).join(", ")}
            </p>
          )}
          {clash && (
            <div role="alert" className="mb-4 border-2 border-ink p-2">
              <p>Changed elsewhere meanwhile. Which is right?</p>
              <button
                type="button"
                className="mt-2 min-h-12 w-full border border-rule"
                onClick={() => {
                  setClash(null);
                  setMessage(null);
                  router.refresh();
                  moveOn(clash.key);
                }}
              >
                there: {clash.stored || "empty"}
              </button>
              <button
                type="button"
                className="mt-2 min-h-12 w-full border border-rule"
                onClick={() => {
                  const p = particulars.find((q) => q.key === clash.key);
                  if (p) void takeParticular(p, clash.given, known.current);
                }}
              >
                here: {clash.given || "empty"}
              </button>
            </div>
          )}
          {ledgers.map((l) => (
            <LedgerSum key={l.title} ledger={{ ...l, title: withSideNames(l.title, names) }} />
          ))}
          {notes.map((n) => (
            <p key={n} className="mb-3">
              {withSideNames(n, names)}
            </p>
          ))}
          {cautions.map((c) => (
            <Caution key={c}>{c}</Caution>
          ))}
          {after}
        </LedgerPanel>
      </div>
      {active && (figure || particular) && (
        <EntryBar
          key={active}
          prompt={withSideNames(figure?.label ?? particular?.label ?? "", names)}
          how={withSideNames(figure?.how ?? particular?.how ?? "", names)}
          kind={particular ? particular.kind : figure?.kind === "text" ? "text" : "number"}
          choices={(figure?.kind === "choice" ? figure.choices : particular?.choices)?.map((c) => ({
            ...c,
            label: withSideNames(c.label, names),
          }))}
          unit={figure?.kind === "length" ? unit : figure?.kind === "force" ? "N" : undefined}
          onUnit={figure?.kind === "length" ? () => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % 3]) : undefined}
          start={particular?.value ?? ""}
          message={message}
          takeKeys={
            active.startsWith("offset.")
              ? [
                  { label: `to ${names.A}`, sign: 1 },
                  { label: `to ${names.B}`, sign: -1 },
                ]
              : undefined
          }
          onTake={take}
        />
      )}
    </>
  );
};

/** A figure's place on a list beside the drawing: label and what was taken, tapped to take it. */
export const FigureTag = ({
  label,
  value,
  open,
  active,
  onTap,
}: {
  label: string;
  value: string;
  open: boolean;
  active: boolean;
  onTap: () => void;
}) => (
  <button
    type="button"
    onClick={onTap}
    className={`flex min-h-12 w-full items-center justify-between gap-3 border-b px-3 text-left ${active ? "border-ink bg-ink text-paper" : "border-grid"}`}
  >
    <span className="text-base">{label}</span>
    <span className={`truncate text-right font-mono ${open ? "text-base opacity-80" : "text-xl font-bold"}`}>
      {value}
    </span>
  </button>
);
