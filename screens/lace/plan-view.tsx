"use client";
import { useState } from "react";
import { LACING_FIGURES } from "@/core/figures/lacing";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "../parts/bench/bench-record";
import { listWords } from "../parts/bench/figure-shown";
import { SideMark } from "../parts/wheel/side-mark";
import { WheelPlan } from "../parts/wheel/wheel-plan";
import type { LaceOnPage } from "./lace-on-page";

interface PlanViewProps {
  readonly job: LaceOnPage;
  readonly spokes: readonly PlacedSpoke[];
  /** Steps of the walk that are behind. */
  readonly done: number;
  readonly seenFrom: "A" | "B";
  readonly hubMark: number | null;
  readonly tap: Tap;
  readonly onTurnOver: () => void;
  readonly onWalk: () => void;
}

/** The plan to scale beside its order of work, step by step. */
export const PlanView = (props: PlanViewProps) => {
  const { job, spokes, done, seenFrom, hubMark, tap, onTurnOver, onWalk } = props;
  const [picked, setPicked] = useState<number | null>(null);
  return (
    <div className="flex min-h-0 flex-1 portrait:flex-col">
      <PlanDrawing {...{ job, spokes, seenFrom, hubMark, picked, onTurnOver }} />
      <PlanSteps {...{ job, done, tap, picked, onWalk }} onPick={setPicked} />
    </div>
  );
};

interface PlanDrawingProps extends Pick<PlanViewProps, "job" | "spokes" | "seenFrom" | "hubMark" | "onTurnOver"> {
  readonly picked: number | null;
}

const PlanDrawing = ({ job, spokes, seenFrom, hubMark, picked, onTurnOver }: PlanDrawingProps) => {
  const { names, wheel } = job;
  const [turned, setTurned] = useState(0);
  const [zoom, setZoom] = useState(1);
  return (
    <div className="flex min-h-0 min-w-0 flex-[5] flex-col">
      <div className="flex min-h-12 shrink-0 items-center gap-4 border-b border-grid px-3 text-base">
        <span className="flex items-center gap-2">
          <SideMark side="A" /> {names.A}
        </span>
        <span className="flex items-center gap-2">
          <SideMark side="B" /> {names.B}, broken
        </span>
        <span>filled: head outside</span>
      </div>
      <div className="min-h-0 flex-1">
        <WheelPlan
          wheel={wheel}
          spokes={spokes}
          inHand={picked ?? undefined}
          seenFrom={seenFrom}
          turned={turned}
          zoom={zoom}
          hubMark={hubMark}
          title={`lacing plan seen from the ${names[seenFrom]}`}
        />
      </div>
      <div className="flex h-12 shrink-0 items-stretch border-t border-grid text-base">
        <button type="button" className="flex-[2] border-r border-grid" onClick={onTurnOver}>
          seen from the {names[seenFrom]}: turn over
        </button>
        {[
          { label: "turn it on", sign: "⟳", go: () => setTurned(turned + 30) },
          { label: "nearer", sign: "+", go: () => setZoom(Math.min(4, zoom * 1.5)) },
          { label: "farther", sign: "−", go: () => setZoom(Math.max(1, zoom / 1.5)) },
        ].map((k) => (
          <button
            key={k.label}
            type="button"
            aria-label={k.label}
            className="min-w-14 border-r border-grid text-2xl last:border-r-0"
            onClick={k.go}
          >
            {k.sign}
          </button>
        ))}
      </div>
    </div>
  );
};

interface PlanStepsProps extends Pick<PlanViewProps, "job" | "done" | "tap" | "onWalk"> {
  readonly picked: number | null;
  readonly onPick: (spoke: number | null) => void;
}

const PlanSteps = ({ job, done, tap, picked, onPick, onWalk }: PlanStepsProps) => {
  const { jobId, names, offered, order, steps } = job;
  return (
    <div className="flex min-h-0 flex-[4] flex-col border-l border-grid">
      <div className="flex shrink-0 items-stretch border-b border-grid text-base">
        {offered.map((o) => (
          <button
            key={o.order}
            type="button"
            aria-pressed={o.order === order}
            title={o.why}
            onClick={() => tap.put("lacing.order", o.order)}
            className={`min-h-12 flex-1 border-r border-grid px-1 leading-tight last:border-r-0 ${o.order === order ? "bg-ink text-paper" : ""}`}
          >
            {LACING_FIGURES[0].choices?.find((c) => c.value === o.order)?.label}
          </button>
        ))}
        <button type="button" className="min-h-12 px-3 underline" onClick={() => tap.onTap("hub.slots")}>
          {listWords(tap.shown("hub.slots"))}
        </button>
      </div>
      <ol className="min-h-0 flex-1 overflow-y-auto">
        {steps.map((s) => (
          <li key={s.n}>
            <button
              type="button"
              onClick={() => onPick(s.spoke || null)}
              className={`grid min-h-12 w-full grid-cols-[3.2rem_2rem_minmax(0,1fr)] items-center gap-1 border-b border-grid px-2 text-left text-base ${picked !== null && picked === s.spoke ? "bg-ink text-paper" : ""}`}
            >
              <span className="font-mono text-xl font-bold">{s.spoke || `× ${s.group.length}`}</span>
              <SideMark side={s.placed.flange} />
              <span>
                {s.n <= done ? "✓ " : ""}
                {withSideNames(s.text, names)}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <div className="flex h-18 shrink-0 items-stretch">
        <a
          href={`/api/jobs/${jobId}/lacing-card`}
          target="_blank"
          rel="noreferrer"
          className="flex items-center border-t-2 border-ink px-4 text-lg"
        >
          card for the wall
        </a>
        <button type="button" onClick={onWalk} className="flex-1 bg-ink text-xl text-paper outline-offset-[-8px]">
          {done === 0
            ? "lace it, spoke by spoke"
            : done >= steps.length
              ? "walk it again"
              : `go on at ${done + 1} of ${steps.length}`}
        </button>
      </div>
    </div>
  );
};
