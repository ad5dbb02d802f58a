"use client";
import { useState } from "react";
import { lacedSoFar, seenSpokes } from "@/core/acts/acts-come-to";
import { BREAK_FIGURES, PREPARE_FIGURES } from "@/core/figures/lacing";
import { seenAsPlanned } from "@/core/lacing/check";
import { hubMarkDegrees } from "@/core/lacing/hub-mark";
import { LACING_ORDERS } from "@/core/lacing/orders";
import { placeSpokes } from "@/core/lacing/placement";
import { isInterlaced } from "@/core/lacing/steps";
import { CAUTIONS } from "@/core/sheet/sheet";
import type { HandbookPlace } from "@/core/shop/handbook";
import { FiguresBench } from "../parts/bench/figures-bench";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { useBench } from "../parts/kept/use-bench";
import { useJobNow } from "../parts/kept/use-job";
import { BrokenView } from "./broken-view";
import { CheckView } from "./check-view";
import { CheckWalk } from "./check-walk";
import type { LaceOnPage } from "./lace-on-page";
import { LacingWalk } from "./lacing-walk";
import { PlanView } from "./plan-view";
import { PrepareView } from "./prepare-view";
import { WhyNotes } from "./why";

const TABS = [
  { key: "plan", label: "Plan" },
  { key: "prepare", label: "Prepare" },
  { key: "check", label: "Check" },
  { key: "broken", label: "Broken spoke" },
  { key: "why", label: "Why" },
] as const;
type Tab = (typeof TABS)[number]["key"];
const WHY: Readonly<Record<Tab, HandbookPlace>> = {
  ...{ plan: "lace#the-order-of-work", prepare: "lace#the-order-of-work", check: "lace#check-a-laced-wheel" },
  ...{ broken: "lace#a-broken-spoke", why: "schools" },
};

const FIGURES_OF: Readonly<Record<Tab, readonly string[]>> = {
  plan: [],
  prepare: PREPARE_FIGURES.map((f) => f.name),
  check: [],
  broken: BREAK_FIGURES.map((f) => f.name),
  why: [],
};

/** The wheel in plan and its order of work, preparation, the check of what was laced, a broken spoke, and why. */
export const Lace = ({ job }: { job: LaceOnPage }) => {
  const { jobId, title, names, wheel, steps, order, offered, figures } = job;
  const bench = useBench(job);
  const { taken, acts } = useJobNow(job);
  const [tab, setTab] = useTab<Tab>(TABS, job.kind === "broken-spoke" ? "broken" : "plan");
  const [walking, setWalking] = useState<"lace" | "check" | null>(null);
  const [seenFrom, setSeenFrom] = useState<"A" | "B">("A");
  const done = Math.min(lacedSoFar(acts), steps.length);
  const seen = seenSpokes(acts, wheel.rim.holes);
  const spokes = placeSpokes(wheel);
  const hubMark = hubMarkDegrees(`${figures["lacing.hubMark"] ?? ""}`);
  if (walking === "lace")
    return (
      <LacingWalk
        jobId={jobId}
        job={title}
        names={names}
        wheel={wheel}
        steps={steps}
        start={done >= steps.length ? 0 : done}
        seenFrom={seenFrom}
        hubMark={hubMark}
        onEnd={() => setWalking(null)}
      />
    );
  if (walking === "check")
    return (
      <CheckWalk
        jobId={jobId}
        job={title}
        names={names}
        plan={wheel}
        planned={seenAsPlanned(wheel)}
        seen={seen}
        onEnd={() => setWalking(null)}
      />
    );
  const crosses = Math.max(wheel.lacing.A.cross, wheel.lacing.B.cross);
  return (
    <FiguresBench
      bench={bench}
      figures={FIGURES_OF[tab]}
      presets={{ "hub.slots": "holes", "lacing.order": order }}
      foldLedger
      at={WHY[tab]}
      problem={null}
      ledgers={[]}
      cautions={[CAUTIONS.eyes]}
      notes={[
        `Order of work: ${LACING_ORDERS[order]}; ${offered.find((o) => o.order === order)?.why ?? ""}.`,
        `Outer spokes go over their neighbours${isInterlaced(wheel, crosses) ? " and under the last" : ""}.`,
        "The two spokes beside the valve lean away from each other: a pump gets in.",
      ]}
      drawing={(tap) => (
        <>
          <Tabs
            tabs={TABS}
            current={tab}
            pages
            onChange={(to) => {
              tap.close();
              setTab(to);
            }}
          />
          {tab === "plan" && (
            <PlanView
              job={job}
              spokes={spokes}
              done={done}
              seenFrom={seenFrom}
              hubMark={hubMark}
              tap={tap}
              onTurnOver={() => setSeenFrom(seenFrom === "A" ? "B" : "A")}
              onWalk={() => setWalking("lace")}
            />
          )}
          {tab === "prepare" && <PrepareView wheel={wheel} figures={FIGURES_OF.prepare} names={names} tap={tap} />}
          {tab === "check" && (
            <CheckView wheel={wheel} spokes={spokes} seen={seen} names={names} onWalk={() => setWalking("check")} />
          )}
          {tab === "broken" && (
            <BrokenView
              wheel={wheel}
              spokes={spokes}
              figures={figures}
              drawers={job.drawers}
              names={names}
              assumed={taken["hub.A.holeCircle"] === undefined}
              tap={tap}
              jobId={jobId}
            />
          )}
          {tab === "why" && <WhyNotes />}
        </>
      )}
    />
  );
};
