"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { askedOf } from "@/core/figures/asked";
import type { Figure } from "@/core/figures/figure";
import { type Figures, ORDER_PRESETS } from "@/core/figures/presets";
import { ORDER_FIGURES, THREAD_FIGURES } from "@/core/figures/spokes";
import type { SkipChoice } from "@/core/lacing/skip-choices";
import { type Ledger, ledger } from "@/core/ledger/ledger";
import type { DrillingPlan } from "@/core/rim/drilling-plan";
import type { PatternAdvice } from "@/core/spoke/patterns";
import type { SpokePlan } from "@/core/spoke/spoke-plan";
import type { StaleOrder } from "@/core/spoke/stale-order";
import type { WayOn } from "@/core/spoke/ways-on";
import { withSideNames } from "@/core/truing/explain";
import { BadInput } from "@/core/wheel/bad-input";
import { type WheelChange, wheelChanges } from "@/core/wheel/wheel-changes";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { FigureRow } from "../parts/figure-list";
import { type BenchRecord, FiguresBench } from "../parts/figures-bench";
import { Groups } from "../parts/groups";
import { Doubt } from "../parts/ledger-panel";
import { send } from "../parts/outbox";
import { CrossesView } from "./crosses-view";
import { DrillingView } from "./drilling-view";
import { FromStock, type StockShown } from "./from-stock";
import { HereView } from "./here-view";
import { LengthsView } from "./lengths-view";
import { type OrderShown, OrderView } from "./order-view";
import { WhatIf } from "./what-if";

interface SpokesProps extends BenchRecord {
  readonly figures: Figures;
  readonly presets: Readonly<Record<string, number | string>>;
  readonly wheel: Wheel | null;
  readonly plan: SpokePlan | null;
  readonly patterns: readonly PatternAdvice[];
  readonly skips: readonly SkipChoice[];
  readonly order: OrderShown | null;
  readonly staleOrder: StaleOrder | null;
  readonly ways: readonly WayOn[];
  readonly stock: readonly StockShown[];
  readonly drilling: DrillingPlan | null;
  readonly assumed: readonly string[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly settledVersion: number;
  readonly stale: boolean;
}

const GROUPS = [
  { key: "lengths", label: "Lengths" },
  { key: "crosses", label: "Crosses" },
  { key: "order", label: "Order" },
  { key: "here", label: "Goods in" },
  { key: "what-if", label: "What if" },
  { key: "drilling", label: "Drilling" },
] as const;
type Group = (typeof GROUPS)[number]["key"];

const OF_GROUP: Readonly<Record<Group, readonly Figure[]>> = {
  lengths: THREAD_FIGURES.filter((f) => /^(spoke|nipple)/.test(f.name) && f.kind === "length"),
  crosses: THREAD_FIGURES.filter((f) => /^(nipple\.(seat|limit)|rim)/.test(f.name)),
  order: ORDER_FIGURES.filter((f) => f.name !== "rim.tapeDiameter"),
  here: [],
  "what-if": [],
  drilling: [],
};

/** How each kind's length came about: from hole to hole, to the elbow, under tension. */
const lengthLedgers = (plan: SpokePlan, wheel: Wheel): Ledger[] => {
  const seen = new Set<string>();
  return plan.kinds.flatMap((k) => {
    const hole = wheel.hub.seat === "bent" ? wheel.hub[k.flange].holeDiameter : 0;
    const terms = [
      { label: "rim hole to hub hole", times: 1, value: k.length + hole / 2 },
      ...(hole > 0
        ? [{ label: "hole, to the elbow's inside", times: -0.5, value: hole, figure: `hub.${k.flange}.holeDiameter` }]
        : []),
      { label: `stretch at ${Math.round(k.tension)} N`, times: -1, value: k.stretch },
      { label: "the rim draws in", times: -1, value: k.rimShrink },
    ];
    const title = `{${k.flange}}, ${wheel.lacing[k.flange].cross} cross${k.row ? `, ${k.row} row` : ""}, at tension`;
    const same = `${k.flange}${k.row}${k.lengthAtTension.toFixed(2)}`;
    if (seen.has(same)) return [];
    seen.add(same);
    return [ledger(seen.size > 1 && plan.kinds.length > 4 ? `${title} (${k.length.toFixed(1)})` : title, terms)];
  });
};

/** Lengths and thread, crosses, the order and what came of it, what if, and where to drill. */
export const Spokes = (props: SpokesProps) => {
  const { jobId, names, wheel, plan, order, staleOrder, figures, problem, settledVersion, stale, assumed } = props;
  const router = useRouter();
  const [group, setGroup] = useState<Group>("lengths");
  const [message, setMessage] = useState<string | null>(null);
  const [offered, setOffered] = useState<{
    readonly name: string;
    readonly document: unknown;
    readonly changes: readonly WheelChange[];
  } | null>(null);
  const settle = async () => {
    const sent = await send(`/api/jobs/${jobId}/build`, { version: settledVersion });
    setMessage(sent.ok ? "Taken. The lacing plan is drawn from these." : sent.message);
    router.refresh();
  };
  const takeFile = async (file: File) => {
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch {
      return setMessage(`${file.name} is a file of another kind; a wheel file is JSON and says "tall-compass/wheel"`);
    }
    try {
      const held = await (await fetch(`/api/jobs/${jobId}/wheel-file`)).json();
      setOffered({ name: file.name, document, changes: wheelChanges(asWheel(held), readWheel(document)) });
      setMessage(null);
    } catch (error) {
      setOffered(null);
      setMessage(
        error instanceof BadInput ? `${file.name}: ${error.path} ${error.message}` : `${file.name} is not read`,
      );
    }
  };
  const takeOffered = async () => {
    if (!offered) return;
    const sent = await send(`/api/jobs/${jobId}/wheel-file`, offered.document);
    setMessage(sent.ok ? `${offered.name} is taken as this wheel.` : `${offered.name}: ${sent.field} ${sent.message}`);
    setOffered(null);
    router.refresh();
  };
  const asked = askedOf(OF_GROUP[group], { ...ORDER_PRESETS, ...figures }).map((f) => f.name);
  const warned = [...(plan?.warnings ?? [])];
  return (
    <FiguresBench
      {...props}
      figures={asked}
      presets={{
        ...props.presets,
        ...ORDER_PRESETS,
        "nipple.limit": plan?.limits.entryDeg ?? 7.5,
        "rim.drilling": "laced",
      }}
      problem={problem}
      ledgers={wheel && plan && group !== "drilling" ? lengthLedgers(plan, wheel) : []}
      doubts={warned.map((w) => ({ figure: "", text: w.text }))}
      cautions={[]}
      notes={[
        ...(stale ? ["A figure these lengths rest on was changed since they were taken."] : []),
        ...(staleOrder?.texts ?? []),
        ...(plan && plan.assumed.length > 0 && group !== "crosses"
          ? ["Thread and nipple not measured are assumed: they are marked with a question mark."]
          : []),
        ...(assumed.length > 0
          ? [`Assumed, not measured: ${assumed.length} figures. They are marked in Measure.`]
          : []),
      ]}
      after={
        wheel && plan && group === "order" ? <FromStock jobId={jobId} plan={plan} stock={props.stock} /> : undefined
      }
      drawing={(tap) => (
        <>
          <Groups
            groups={GROUPS.map((g) => ({
              ...g,
              doubted: (g.key === "order" || g.key === "here") && staleOrder !== null,
            }))}
            current={group}
            pages
            onChange={(to) => {
              tap.close();
              setGroup(to);
            }}
          />
          {problem && (
            <div className="p-4 text-2xl">
              <Doubt>{withSideNames(problem.message, names)}</Doubt>
              <Link
                href={`/jobs/${jobId}/measure`}
                className="mt-4 inline-flex min-h-14 items-center border border-ink px-5 text-xl"
              >
                Mend it in Measure
              </Link>
            </div>
          )}
          {wheel && plan && group === "lengths" && (
            <>
              <LengthsView plan={plan} names={names} />
              <FigureRow figures={asked} names={names} tap={tap} />
            </>
          )}
          {wheel && plan && group === "crosses" && (
            <>
              <CrossesView wheel={wheel} patterns={props.patterns} skips={props.skips} names={names} tap={tap} />
              <FigureRow figures={asked} names={names} tap={tap} />
            </>
          )}
          {wheel && plan && group === "order" && (
            <OrderView
              jobId={jobId}
              plan={plan}
              order={order}
              stale={staleOrder}
              asked={asked}
              names={names}
              tap={tap}
            />
          )}
          {group === "here" && <HereView order={order} stale={staleOrder} ways={props.ways} names={names} />}
          {wheel && plan && group === "what-if" && (
            <WhatIf wheel={wheel} plan={plan} figures={figures} sds={spreadOf(props.taken)} names={names} />
          )}
          {wheel && group === "drilling" && props.drilling && (
            <DrillingView jobId={jobId} plan={props.drilling} names={names} tap={tap} />
          )}
          {message && (
            <p role="status" className="border-t border-grid px-4 py-2 text-xl font-bold">
              {message}
            </p>
          )}
          {group === "lengths" && offered && (
            <section aria-label="what the wheel file would change" className="border-t border-grid px-4 py-2 text-lg">
              <p className="font-bold">
                {offered.changes.length === 0
                  ? `${offered.name} is this wheel as it is.`
                  : `${offered.name} would change ${offered.changes.length} figures:`}
              </p>
              <ul className="max-h-40 overflow-y-auto">
                {offered.changes.map((c) => (
                  <li key={c.path}>
                    {c.path}: <b className="font-mono">{c.was}</b> becomes <b className="font-mono">{c.becomes}</b>
                  </li>
                ))}
              </ul>
              <div className="flex gap-3 pt-2">
                <button type="button" onClick={() => setOffered(null)} className="min-h-14 flex-1 border border-ink">
                  leave it
                </button>
                {offered.changes.length > 0 && (
                  <button type="button" onClick={takeOffered} className="min-h-14 flex-[2] bg-ink text-xl text-paper">
                    take it as this wheel
                  </button>
                )}
              </div>
            </section>
          )}
          {group === "lengths" && (
            <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink">
              <label className="flex flex-1 cursor-pointer items-center justify-center border-r border-rule text-xl focus-within:outline-3">
                take a wheel file
                <input
                  type="file"
                  accept=".json"
                  className="sr-only"
                  onChange={(e) => {
                    const file = e.target.files?.[0];
                    e.target.value = "";
                    if (file) void takeFile(file);
                  }}
                />
              </label>
              <a
                href={`/api/jobs/${jobId}/wheel-file`}
                className="flex flex-1 items-center justify-center border-r border-rule text-xl"
              >
                save as a wheel file
              </a>
              <button
                type="button"
                onClick={settle}
                disabled={problem !== null}
                className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px] disabled:opacity-40"
              >
                {settledVersion === 0 ? "take these lengths" : stale ? "take the new lengths" : "lengths taken"}
              </button>
            </div>
          )}
        </>
      )}
    />
  );
};

/** The wheel as far as its figures make one. */
const asWheel = (held: unknown): Wheel | null => {
  try {
    return readWheel(held);
  } catch {
    return null;
  }
};

/** What repeats and places say of how sure a dimension is: half their range, at least a tenth. mm. */
const spreadOf = (taken: SpokesProps["taken"]): Record<string, number> => {
  const of: Record<string, string> = {
    "rim.outsideDiameter": "erd",
    "rim.insideDiameter": "erd",
    "rim.rodGap": "erd",
    "hub.A.fromFace": "toCentre.A",
    "hub.B.fromFace": "toCentre.B",
    "hub.A.holeCircle": "holeCircle.A",
    "hub.B.holeCircle": "holeCircle.B",
    "offset.found": "offset",
  };
  return Object.fromEntries(
    Object.entries(of).flatMap(([figure, dimension]) => {
      const spread = taken[figure]?.spread;
      return spread ? [[dimension, Math.max(0.1, spread / 2)]] : [];
    }),
  );
};
