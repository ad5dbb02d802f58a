"use client";
import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Doubt as DoubtSaid } from "@/core/cross-checks/doubts";
import { FIGURES } from "@/core/figures/all-figures";
import type { Figure } from "@/core/figures/figure";
import { toolsFor } from "@/core/figures/tools";
import type { Ledger } from "@/core/ledger/ledger";
import type { Entry, Taken } from "@/core/measurement/taken";
import { withSideNames } from "@/core/truing/explain";
import { showLength } from "@/core/units/show-length";
import { EntryBar, type TakeKey } from "./entry-bar";
import { FigureHistory } from "./figure-history";
import { GaugePicture } from "./gauge-picture";
import { UNITS, useUnit, useWho } from "./kept-choice";
import { Caution, Doubt, LedgerPanel, LedgerSum } from "./ledger-panel";
import { send } from "./outbox";
import { useTaking } from "./use-taking";

/** A line about the job itself, not the wheel: customer, promised day. */
export interface ParticularAsked {
  readonly key: string;
  readonly label: string;
  readonly how: string;
  readonly kind: "text" | "date";
  readonly value: string;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly offered?: readonly string[];
}

/** What the work's drawing is given to be tapped with. */
export interface Tap {
  readonly active: string | null;
  /** The figure as it stands, in words. */
  readonly label: (name: string) => string;
  readonly onTap: (name: string, place?: number) => void;
  /** Puts a choice down at once, without the entry bar. */
  readonly put: (name: string, value: string) => void;
  readonly doubted: (name: string) => boolean;
  /** Puts the entry bar away. */
  readonly close: () => void;
}

/** What a bench knows of the record. */
export interface BenchRecord {
  readonly jobId: string;
  readonly version: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly taken: Readonly<Record<string, Taken>>;
  readonly entries: Readonly<Record<string, readonly Entry[]>>;
}

interface FiguresBenchProps extends BenchRecord {
  /** In the order they are asked. */
  readonly figures: readonly string[];
  readonly particulars?: readonly ParticularAsked[];
  readonly ledgers: readonly (Ledger & { readonly counts?: string })[];
  readonly doubts?: readonly DoubtSaid[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly cautions: readonly string[];
  readonly notes?: readonly string[];
  readonly presets: Readonly<Record<string, number | string>>;
  readonly drawing: (tap: Tap) => ReactNode;
  readonly after?: ReactNode;
  /** Where the drawing needs the room, how it came about is folded away at first. */
  readonly foldLedger?: boolean;
}

const placeName = (figure: Figure | undefined, place: number): string =>
  figure?.places && place > 0 ? `place ${place} of ${figure.places}: ` : "";

/**
 * The bench for taking figures one at a time: a drawing tapped where something is measured, the entry bar that takes
 * it, the ledger that shows what it makes.
 */
export const FiguresBench = (props: FiguresBenchProps) => {
  const { jobId, version, names, figures, particulars = [], taken, entries, ledgers, doubts = [], problem } = props;
  const { cautions, notes = [], presets, drawing, after } = props;
  const router = useRouter();
  const [unit, setUnit] = useUnit();
  const [who, setWho] = useWho();
  const taking = useTaking({
    jobId,
    taken,
    entries,
    asked: [...particulars.map((p) => p.key), ...figures],
    isTaken: (name) => (FIGURES[name] ? taken[name] !== undefined : !!particulars.find((p) => p.key === name)?.value),
  });
  const { active, message } = taking;
  const [clash, setClash] = useState<{ key: string; stored: string; given: string } | null>(null);
  // The record's own answer is newer than the page: two lines taken quickly must not clash with each other.
  const known = useRef(version);
  known.current = Math.max(known.current, version);
  const refused = useRef<string | null>(null);
  const named = (text: string) => withSideNames(text, names);

  const choiceWord = (f: Figure, value: string) => named(f.choices?.find((c) => c.value === value)?.label ?? value);
  const show = (name: string): string => {
    const f = FIGURES[name];
    if (!f) return particulars.find((p) => p.key === name)?.value || "not yet";
    const t = taken[name];
    const fresh = taking.freshAt(name, 0) ?? taking.freshAt(name, 1);
    const value = fresh ? fresh.value : (t?.value ?? null);
    const typed = fresh?.typed ?? t?.typed;
    if (typed === undefined)
      return presets[name] === undefined ? "not yet" : `${choiceWord(f, String(presets[name]))} assumed`;
    if (value === null) return choiceWord(f, typed);
    if (f.kind !== "length") return f.kind === "angle" ? `${value}°` : String(value);
    if (f.takeAs?.[0] === "to {A}" && value !== 0)
      return `${showLength(Math.abs(value), unit)} to ${value > 0 ? names.A : names.B}`;
    return showLength(value, unit);
  };

  const takeParticular = async (p: ParticularAsked, typed: string, at: number) => {
    const value = p.kind === "date" && typed === "" ? null : typed;
    // The same key again on what was refused means: yes, that is it.
    const again = refused.current === `${p.key}/${typed}`;
    const sent = await send<{ version: number }>(
      `/api/jobs/${jobId}`,
      { version: at, change: { [p.key]: value }, again },
      "PATCH",
    );
    refused.current = sent.ok ? null : `${p.key}/${typed}`;
    if (sent.ok) {
      known.current = sent.value.version;
      setClash(null);
      router.refresh();
      taking.moveOn({ name: p.key, place: 0 });
    } else {
      const stored = sent.stored as Record<string, unknown> | undefined;
      if (stored) known.current = Number(stored.version ?? known.current);
      if (stored) setClash({ key: p.key, stored: String(stored[p.key] ?? ""), given: typed });
      taking.setMessage(sent.message);
    }
  };

  const order = [...particulars.map((p) => p.key), ...figures];
  useEffect(() => {
    // With nothing in hand Enter takes up the next figure nobody has taken: the whole stage goes by keyboard alone.
    const press = (e: KeyboardEvent) => {
      if (e.key !== "Enter" || e.repeat || active || document.activeElement !== document.body) return;
      const next = order.find((name) => show(name).match(/not yet$|assumed$/));
      if (!next) return;
      e.preventDefault();
      taking.tap(next);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  const figure = active ? FIGURES[active.name] : undefined;
  const particular = particulars.find((p) => p.key === active?.name);
  const hasReading =
    active !== null &&
    figure?.kind === "length" &&
    entries[active.name]?.some((e) => e.place === active.place && e.role !== "out");
  const signs = figure?.takeAs?.map(named);
  const keys: readonly TakeKey[] | undefined = signs
    ? [
        { label: signs[0], sign: 1 },
        { label: signs[1], sign: -1 },
      ]
    : hasReading
      ? [
          { label: "replace", sign: 1 },
          { label: "once more", sign: 1, again: true, quiet: true },
        ]
      : undefined;
  const shown = ledgers.map((l) => ({
    ...l,
    title: named(l.title),
    terms: l.terms.map((t) => ({ ...t, label: named(t.label) })),
  }));
  const inLedgers = new Set(shown.flatMap((l) => l.terms.map((t) => t.figure)));
  const told = doubts.map((d) => ({ ...d, text: named(d.text) }));
  // A sum in doubt stands where it is seen without scrolling.
  const inDoubt = (l: Ledger) => l.terms.some((t) => doubts.some((d) => d.figure === t.figure));
  const sums = [...shown.filter(inDoubt), ...shown.filter((l) => !inDoubt(l))];
  const apart = told.filter((d) => !inLedgers.has(d.figure));
  return (
    <>
      <div className="flex min-h-0 flex-1 portrait:flex-col">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {drawing({
            active: active?.name ?? null,
            label: show,
            onTap: taking.tap,
            put: (name, value) => void taking.choose({ name, place: 0 }, { typed: value, unit: "", method: "" }),
            doubted: (name) => doubts.some((d) => d.figure === name),
            close: taking.close,
          })}
        </div>
        <LedgerPanel startFolded={props.foldLedger}>
          {problem && <Doubt>{named(problem.message)}</Doubt>}
          {taking.clash && (
            <Which
              there={`${taking.clash.there.typed}${taking.clash.there.who ? ` (${taking.clash.there.who})` : ""}`}
              here={taking.clash.here}
              onThere={() => taking.clash && void taking.choose(taking.clash.at, taking.clash.there)}
              onHere={() =>
                taking.clash && void taking.choose(taking.clash.at, { typed: taking.clash.here, unit, method: "" })
              }
            />
          )}
          {clash && (
            <Which
              there={clash.stored || "empty"}
              here={clash.given || "empty"}
              onThere={() => {
                setClash(null);
                router.refresh();
                taking.moveOn({ name: clash.key, place: 0 });
              }}
              onHere={() => {
                const p = particulars.find((q) => q.key === clash.key);
                if (p) void takeParticular(p, clash.given, known.current);
              }}
            />
          )}
          {active && figure && (
            <FigureHistory
              label={named(figure.label)}
              figure={figure}
              entries={entries[active.name] ?? []}
              taken={taken[active.name]}
              doubts={told.filter((d) => d.figure === active.name)}
              onLeaveOut={taking.leaveOut}
              onChoose={(e) => void taking.choose({ name: e.name, place: e.place }, e)}
            />
          )}
          {apart
            .filter((d) => d.figure !== active?.name)
            .map((d) => (
              <button
                key={d.text}
                type="button"
                className="block w-full text-left"
                onClick={() => taking.tap(d.figure)}
              >
                <Doubt>{d.text}</Doubt>
              </button>
            ))}
          {sums.map((l) => (
            <LedgerSum key={l.title} ledger={l} doubts={told} counts={l.counts} onTap={taking.tap} />
          ))}
          {notes.map((n) => (
            <p key={n} className="mb-3">
              {named(n)}
            </p>
          ))}
          {cautions.map((c) => (
            <Caution key={c}>{c}</Caution>
          ))}
          {after}
          <div className="mt-3 flex items-center gap-2">
            <label className="flex min-w-0 flex-1 items-center gap-2 whitespace-nowrap">
              taken by
              <input
                className="min-h-12 w-full min-w-0 border border-rule bg-paper px-2"
                value={who}
                maxLength={60}
                placeholder="name"
                autoComplete="off"
                onChange={(e) => setWho(e.target.value)}
              />
            </label>
            <button
              type="button"
              className="min-h-12 border border-rule px-3 whitespace-nowrap"
              onClick={() => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length])}
              aria-label={`lengths in ${unit}, change`}
            >
              in {unit}
            </button>
          </div>
        </LedgerPanel>
      </div>
      {active && (figure || particular) && (
        <EntryBar
          key={`${active.name}/${active.place}`}
          prompt={named(figure?.label ?? particular?.label ?? "")}
          how={named(`${placeName(figure, active.place)}${figure?.how ?? particular?.how ?? ""}`)}
          picture={figure ? <GaugePicture picture={figure.picture} /> : undefined}
          kind={particular ? particular.kind : figure?.kind === "text" ? "text" : "number"}
          choices={(figure?.kind === "choice" ? figure.choices : particular?.choices)?.map((c) => ({
            ...c,
            label: named(c.label),
          }))}
          offered={figure?.offered ?? particular?.offered}
          unit={
            figure?.kind === "length"
              ? unit
              : figure?.kind === "force"
                ? "N"
                : figure?.kind === "angle"
                  ? "°"
                  : undefined
          }
          onUnit={
            figure?.kind === "length" ? () => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length]) : undefined
          }
          tool={figure && toolsFor(figure.picture).length > 0 ? taking.toolNow(figure.name) : undefined}
          onTool={() => figure && taking.nextTool(figure.name)}
          start={particular?.value ?? (figure?.kind === "text" ? (taken[figure.name]?.typed ?? "") : "")}
          message={message}
          takeKeys={keys}
          onTake={(typed, sign, again) =>
            particular ? void takeParticular(particular, typed, known.current) : void taking.take(typed, sign, again)
          }
          onBack={() => {
            const before = order[order.indexOf(active.name) - 1];
            if (active.place > 1) taking.tap(active.name, active.place - 1);
            else if (before) taking.tap(before);
          }}
          onLater={() => taking.moveOn(active, true)}
          onClose={taking.close}
        />
      )}
    </>
  );
};

/** Two answers to one question: both shown, a person chooses. */
const Which = ({
  there,
  here,
  onThere,
  onHere,
}: {
  there: string;
  here: string;
  onThere: () => void;
  onHere: () => void;
}) => (
  <div role="alert" className="mb-4 border-2 border-ink p-2">
    <p>Changed elsewhere meanwhile. Which is right?</p>
    {[
      { label: `there: ${there}`, onTap: onThere },
      { label: `here: ${here}`, onTap: onHere },
    ].map((k) => (
      <button key={k.label} type="button" className="mt-2 min-h-12 w-full border border-rule" onClick={k.onTap}>
        {k.label}
      </button>
    ))}
  </div>
);
