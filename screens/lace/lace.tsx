"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Figures } from "@/core/figures/presets";
import { BREAK_FIGURES, LACING_FIGURES, PREPARE_FIGURES } from "@/core/figures/spokes";
import { type SeenSpoke, seenAsPlanned } from "@/core/lacing/check";
import { LACING_ORDERS, type LacingOrder } from "@/core/lacing/orders";
import { placeSpokes } from "@/core/lacing/placement";
import { isInterlaced, type LacingStep } from "@/core/lacing/steps";
import { CAUTIONS } from "@/core/sheet/sheet";
import { withSideNames } from "@/core/truing/explain";
import type { Wheel } from "@/core/wheel/wheel-file";
import { FigureList } from "../parts/figure-list";
import { type BenchRecord, FiguresBench } from "../parts/figures-bench";
import { Groups } from "../parts/groups";
import { SideMark } from "../parts/side-mark";
import { WheelPlan } from "../parts/wheel-plan";
import { BrokenView, type SpokeDrawer } from "./broken-view";
import { CheckView } from "./check-view";
import { CheckWalk, readSeen } from "./check-walk";
import { LacingWalk } from "./lacing-walk";
import { WhyNotes } from "./why";

interface LaceProps extends BenchRecord {
  readonly job: string;
  readonly kind: string;
  readonly figures: Figures;
  readonly wheel: Wheel;
  readonly offered: readonly { readonly order: LacingOrder; readonly why: string }[];
  readonly order: LacingOrder;
  readonly steps: readonly LacingStep[];
  readonly lacedSoFar: number;
  readonly drawers: readonly SpokeDrawer[];
}

const GROUPS = [
  { key: "plan", label: "Plan" },
  { key: "prepare", label: "Prepare" },
  { key: "check", label: "Check" },
  { key: "broken", label: "Broken spoke" },
  { key: "why", label: "Why" },
] as const;
type Group = (typeof GROUPS)[number]["key"];

const FIGURES_OF: Readonly<Record<Group, readonly string[]>> = {
  plan: [],
  prepare: PREPARE_FIGURES.map((f) => f.name),
  check: [],
  broken: BREAK_FIGURES.map((f) => f.name),
  why: [],
};

/** Where the hub's mark stands, degrees from the valve; null when it has none or nobody said. */
const markAt = (words: string | number | undefined): number | null =>
  typeof words !== "string" || /no mark/.test(words)
    ? null
    : /opposite/.test(words)
      ? 180
      : /at the valve/.test(words)
        ? 0
        : null;

/** The wheel in plan and its order of work, preparation, the check of what was laced, a broken spoke, and why. */
export const Lace = (props: LaceProps) => {
  const { jobId, job, names, wheel, steps, order, offered, figures, lacedSoFar, taken } = props;
  const router = useRouter();
  const [group, setGroup] = useState<Group>(props.kind === "broken-spoke" ? "broken" : "plan");
  const [walking, setWalking] = useState<"lace" | "check" | null>(null);
  const [done, setDone] = useState(Math.min(lacedSoFar, steps.length));
  const [seenFrom, setSeenFrom] = useState<"A" | "B">("A");
  const [turned, setTurned] = useState(0);
  const [zoom, setZoom] = useState(1);
  const [picked, setPicked] = useState<number | null>(null);
  const spokes = placeSpokes(wheel);
  const hubMark = markAt(figures["lacing.hubMark"]);
  const recorded = [...Array(wheel.rim.holes).keys()].map((i) => {
    const entry = taken["laced.seen"]?.counting.findLast((e) => e.place === i + 1);
    return entry ? readSeen(entry.typed) : null;
  });
  const [seen, setSeen] = useState<readonly (SeenSpoke | null)[]>(recorded);
  if (walking === "lace")
    return (
      <LacingWalk
        jobId={jobId}
        job={job}
        names={names}
        wheel={wheel}
        steps={steps}
        start={done >= steps.length ? 0 : done}
        seenFrom={seenFrom}
        hubMark={hubMark}
        onEnd={(count) => {
          setDone(count);
          setWalking(null);
          router.refresh();
        }}
      />
    );
  if (walking === "check")
    return (
      <CheckWalk
        jobId={jobId}
        job={job}
        names={names}
        plan={wheel}
        planned={seenAsPlanned(wheel)}
        seen={seen.every((s) => s !== null) ? seen.map(() => null) : seen}
        onEnd={(now) => {
          setSeen(now);
          setWalking(null);
          router.refresh();
        }}
      />
    );
  return (
    <FiguresBench
      {...props}
      figures={FIGURES_OF[group]}
      presets={{ "hub.slots": "holes", "lacing.order": order }}
      foldLedger
      problem={null}
      ledgers={[]}
      cautions={[CAUTIONS.eyes]}
      notes={[
        `Order of work: ${LACING_ORDERS[order]}; ${offered.find((o) => o.order === order)?.why ?? ""}.`,
        `Outer spokes go over their neighbours${isInterlaced(wheel, Math.max(wheel.lacing.A.cross, wheel.lacing.B.cross)) ? " and under the last" : ""}.`,
        "The two spokes beside the valve lean away from each other: a pump gets in.",
      ]}
      drawing={(tap) => (
        <>
          <Groups
            groups={GROUPS}
            current={group}
            pages
            onChange={(to) => {
              tap.close();
              setGroup(to);
            }}
          />
          {group === "plan" && (
            <div className="flex min-h-0 flex-1 portrait:flex-col">
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
                  <button
                    type="button"
                    className="flex-[2] border-r border-grid"
                    onClick={() => setSeenFrom(seenFrom === "A" ? "B" : "A")}
                  >
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
                    {tap.label("hub.slots").replace(" assumed", "?")}
                  </button>
                </div>
                <ol className="min-h-0 flex-1 overflow-y-auto">
                  {steps.map((s) => (
                    <li key={s.n}>
                      <button
                        type="button"
                        onClick={() => setPicked(s.spoke || null)}
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
                  <button
                    type="button"
                    onClick={() => setWalking("lace")}
                    className="flex-1 bg-ink text-xl text-paper outline-offset-[-8px]"
                  >
                    {done === 0
                      ? "lace it, spoke by spoke"
                      : done >= steps.length
                        ? "walk it again"
                        : `go on at ${done + 1} of ${steps.length}`}
                  </button>
                </div>
              </div>
            </div>
          )}
          {group === "prepare" && (
            <div className="grid min-h-0 flex-1 grid-cols-2 portrait:grid-cols-1">
              <div className="min-h-0 overflow-y-auto">
                <FigureList figures={FIGURES_OF.prepare} names={names} tap={tap} />
              </div>
              <div className="min-h-0 overflow-y-auto border-l border-grid p-4 text-lg">
                <h2 className="pb-2 text-xl font-bold">The piles</h2>
                {(["A", "B"] as const).flatMap((side) =>
                  (["out", "in"] as const).map((head) => {
                    const own = spokes.filter((s) => s.flange === side && s.head === head);
                    const lengths = [...new Set(own.map((s) => s.length.toFixed(1)))];
                    return own.length === 0 ? null : (
                      <p key={`${side}${head}`} className="flex items-center gap-2 border-b border-grid py-2">
                        <SideMark side={side} /> {names[side]}, head {head === "out" ? "outside" : "inside"}
                        <b className="ml-auto font-mono text-2xl">{own.length}</b>
                        <span className="w-32 text-right font-mono">
                          {lengths.slice(0, 2).join(", ")}
                          {lengths.length > 2 ? " …" : ""}
                        </span>
                      </p>
                    );
                  }),
                )}
              </div>
            </div>
          )}
          {group === "check" && (
            <CheckView wheel={wheel} spokes={spokes} seen={seen} names={names} onWalk={() => setWalking("check")} />
          )}
          {group === "broken" && (
            <BrokenView
              wheel={wheel}
              spokes={spokes}
              figures={figures}
              drawers={props.drawers}
              names={names}
              assumed={taken["hub.A.holeCircle"] === undefined}
              tap={tap}
            />
          )}
          {group === "why" && <WhyNotes />}
        </>
      )}
    />
  );
};
