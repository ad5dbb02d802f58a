"use client";
import { useState } from "react";
import { askedOf } from "@/core/figures/asked";
import type { Figure } from "@/core/figures/figure";
import type { Figures } from "@/core/figures/newest";
import { ORDER_FIGURES } from "@/core/figures/order";
import { ORDER_PRESETS } from "@/core/figures/presets";
import { SEAT_FIGURES, THREAD_FIGURES } from "@/core/figures/thread";
import type { SkipChoice } from "@/core/lacing/skip-choices";
import { type Ledger, ledger } from "@/core/ledger/ledger";
import type { Taken } from "@/core/measurement/taken";
import type { DrillingPlan } from "@/core/rim/drilling-plan";
import type { HandbookPlace } from "@/core/shop/handbook";
import type { PatternAdvice } from "@/core/spoke/patterns";
import type { SpokePlan } from "@/core/spoke/spoke-plan";
import type { StaleOrder } from "@/core/spoke/stale-order";
import { warningWords } from "@/core/spoke/warning-words";
import type { WayOn } from "@/core/spoke/ways-on";
import { withSideNames } from "@/core/wheel/side-names";
import type { Wheel } from "@/core/wheel/wheel-file";
import { PageLink } from "@/screens/parts/frame/page-link";
import { FigureRow } from "../parts/bench/figure-list";
import { FiguresBench } from "../parts/bench/figures-bench";
import { Doubt } from "../parts/bench/ledger-panel";
import { type TensionShown, useTensionShown } from "../parts/bench/use-tension-shown";
import { StageFrame } from "../parts/frame/stage-frame";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { useBench } from "../parts/kept/use-bench";
import { type JobOnPage, useStage } from "../parts/kept/use-job";
import { CrossesView } from "./crosses-view";
import { DrillingView } from "./drilling-view";
import { FromStock, type StockShown } from "./from-stock";
import { HereView } from "./here-view";
import { LengthsView } from "./lengths-view";
import { type OrderShown, OrderView } from "./order-view";
import { TakeLengths } from "./take-lengths";
import { WhatIf } from "./what-if";

/** What the spokes' place shows of a job. */
export interface SpokesOnPage extends JobOnPage {
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

const TABS = [
  { key: "lengths", label: "Lengths" },
  { key: "crosses", label: "Crosses" },
  { key: "order", label: "Order" },
  { key: "here", label: "Goods in" },
  { key: "what-if", label: "What if" },
  { key: "drilling", label: "Drilling" },
] as const;
type Tab = (typeof TABS)[number]["key"];

const OF_TAB: Readonly<Record<Tab, readonly Figure[]>> = {
  lengths: THREAD_FIGURES,
  crosses: SEAT_FIGURES,
  order: ORDER_FIGURES,
  here: [],
  "what-if": [],
  drilling: [],
};

/** How each kind's length came about: from hole to hole, to the elbow, under tension. */
const lengthLedgers = (plan: SpokePlan, wheel: Wheel, say: TensionShown["say"]): Ledger[] => {
  const seen = new Set<string>();
  return plan.kinds.flatMap((k) => {
    const hole = wheel.hub.seat === "bent" ? wheel.hub[k.flange].holeDiameter : 0;
    const terms = [
      { label: "rim hole to hub hole", times: 1, value: k.length + hole / 2 },
      ...(hole > 0
        ? [{ label: "hole, to the elbow's inside", times: -0.5, value: hole, figure: `hub.${k.flange}.holeDiameter` }]
        : []),
      { label: `stretch at ${say(k.tension)}`, times: -1, value: k.stretch },
      { label: "the rim draws in", times: -1, value: k.rimShrink },
    ];
    const title = `{${k.flange}}, ${wheel.lacing[k.flange].cross} cross${k.row ? `, ${k.row} row` : ""}, at tension`;
    const same = `${k.flange}${k.row}${k.lengthAtTension.toFixed(2)}`;
    if (seen.has(same)) return [];
    seen.add(same);
    return [
      ledger(seen.size > 1 && plan.kinds.length > 4 ? `${title} (${k.lengthAtTension.toFixed(1)})` : title, terms),
    ];
  });
};

const WHY: Readonly<Record<Tab, HandbookPlace>> = {
  ...{
    lengths: "spokes#length",
    crosses: "spokes#how-many-crosses",
    order: "spokes#the-order",
    here: "spokes#the-order",
  },
  ...{ "what-if": "spokes#the-order", drilling: "spokes#undrilled-rims-and-mixed-counts" },
};

/** Lengths and thread, crosses, the order and what came of it, what if, and where to drill. */
export const Spokes = ({ initial }: { initial: SpokesOnPage }) => {
  const job = useStage("spokes", initial);
  const { jobId, names, wheel, plan, order, staleOrder, figures, problem, stale, assumed } = job;
  const bench = useBench(job);
  const [tab, setTab] = useTab<Tab>(TABS, "lengths");
  const [message, setMessage] = useState<string | null>(null);
  const { say } = useTensionShown();
  const asked = askedOf(OF_TAB[tab], { ...ORDER_PRESETS, ...figures }).map((f) => f.name);
  return (
    <StageFrame job={job} current="spokes">
      <FiguresBench
        bench={bench}
        figures={asked}
        presets={{
          ...job.presets,
          ...ORDER_PRESETS,
          "nipple.limit": plan?.limits.entryDeg ?? 7.5,
          "rim.drilling": "laced",
        }}
        problem={problem}
        at={WHY[tab]}
        ledgers={wheel && plan && tab !== "drilling" ? lengthLedgers(plan, wheel, say) : []}
        warned={(plan?.warnings ?? []).map(warningWords)}
        cautions={[]}
        notes={[
          ...(stale ? ["A figure these lengths rest on was changed since they were taken."] : []),
          ...(staleOrder?.texts ?? []),
          ...(plan && plan.assumed.length > 0 && tab !== "crosses"
            ? ["Thread and nipple not measured are assumed: they are marked with a question mark."]
            : []),
          ...(assumed.length > 0
            ? [`Assumed, not measured: ${assumed.length} figures. They are marked in Measure.`]
            : []),
        ]}
        after={wheel && plan && tab === "order" ? <FromStock jobId={jobId} plan={plan} stock={job.stock} /> : undefined}
        drawing={(tap) => (
          <>
            <Tabs
              tabs={TABS.map((g) => ({
                ...g,
                doubted: (g.key === "order" || g.key === "here") && staleOrder !== null,
              }))}
              current={tab}
              pages
              onChange={(to) => {
                tap.close();
                setTab(to);
              }}
            />
            {problem && (
              <div className="p-4 text-2xl">
                <Doubt>{withSideNames(problem.message, names)}</Doubt>
                <PageLink
                  href={`/jobs/${jobId}/measure`}
                  className="mt-4 inline-flex min-h-14 items-center border border-ink px-5 text-xl"
                >
                  Mend it in Measure
                </PageLink>
              </div>
            )}
            {wheel && plan && tab === "lengths" && (
              <>
                <LengthsView plan={plan} names={names} />
                <FigureRow figures={asked} names={names} tap={tap} />
              </>
            )}
            {wheel && plan && tab === "crosses" && (
              <>
                <CrossesView wheel={wheel} patterns={job.patterns} skips={job.skips} names={names} tap={tap} />
                <FigureRow figures={asked} names={names} tap={tap} />
              </>
            )}
            {wheel && plan && tab === "order" && (
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
            {tab === "here" && (
              <HereView jobId={jobId} order={order} stale={staleOrder} ways={job.ways} names={names} />
            )}
            {wheel && plan && tab === "what-if" && (
              <WhatIf wheel={wheel} plan={plan} figures={figures} sds={spreadOf(bench.taken)} names={names} />
            )}
            {wheel && tab === "drilling" && job.drilling && (
              <DrillingView jobId={jobId} plan={job.drilling} names={names} tap={tap} />
            )}
            {message && (
              <p role="status" className="border-t border-grid px-4 py-2 text-xl font-bold">
                {message}
              </p>
            )}
            {tab === "lengths" && (
              <TakeLengths
                jobId={jobId}
                settledVersion={job.settledVersion}
                stale={stale}
                problem={problem !== null}
                onSay={setMessage}
              />
            )}
          </>
        )}
      />
    </StageFrame>
  );
};

/** What repeats and places say of how sure a dimension is: half their range, at least a tenth. mm. */
const spreadOf = (taken: Readonly<Record<string, Taken>>): Record<string, number> => {
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
