"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LacingStep } from "@/core/lacing/steps";
import { CAUTIONS } from "@/core/sheet/sheet";
import { withSideNames } from "@/core/truing/explain";
import type { Wheel } from "@/core/wheel/wheel-file";
import { Caution, LedgerPanel } from "../parts/ledger-panel";
import { send } from "../parts/outbox";
import { SideMark } from "../parts/side-mark";
import { Walk } from "../parts/walk";
import { WheelPlan } from "../parts/wheel-plan";

interface LaceProps {
  readonly jobId: string;
  readonly job: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly wheel: Wheel;
  readonly steps: readonly LacingStep[];
  readonly lacedSoFar: number;
}

/** The wheel in plan, and the order of work beside it; walked one spoke at a time. */
export const Lace = ({ jobId, job, names, wheel, steps, lacedSoFar }: LaceProps) => {
  const router = useRouter();
  const [walking, setWalking] = useState(false);
  const [done, setDone] = useState(Math.min(lacedSoFar, steps.length));
  const [seenFrom, setSeenFrom] = useState<"A" | "B">("A");
  const [picked, setPicked] = useState<number | null>(null);
  const spokes = steps.map((s) => s.placed);
  const step = steps[Math.min(done, steps.length - 1)];
  const record = (count: number) => {
    setDone(count);
    void send(`/api/jobs/${jobId}/measurements`, {
      id: crypto.randomUUID(),
      name: "lace.last",
      typed: String(count),
      unit: "mm",
      method: "walk",
    });
  };
  const leave = () => {
    setWalking(false);
    router.refresh();
  };
  if (walking) {
    const p = step.placed;
    const following = steps[done + 1];
    return (
      <Walk
        job={job}
        place={`${done + 1} of ${steps.length}`}
        spoke={step.spoke}
        side={p.flange}
        sideName={names[p.flange]}
        instruction={
          <>
            hub hole {p.hubHole}, head {p.head === "out" ? "outside" : "inside"}
          </>
        }
        detail={withSideNames(step.text, names)}
        next={following ? `next ${following.spoke}, ${names[following.placed.flange]}` : "the last one"}
        drawing={
          <WheelPlan
            wheel={wheel}
            spokes={spokes}
            shown={new Set(steps.slice(0, done).map((s) => s.spoke))}
            inHand={step.spoke}
            seenFrom={seenFrom}
            title={`spoke ${step.spoke} in hand`}
          />
        }
        onDone={() => {
          record(done + 1);
          if (done + 1 >= steps.length) leave();
        }}
        onBack={() => done > 0 && record(done - 1)}
        onSkip={() => done + 1 < steps.length && record(done + 1)}
        onLeave={leave}
      />
    );
  }
  return (
    <div className="flex min-h-0 flex-1 portrait:flex-col">
      <div className="flex min-h-0 min-w-0 flex-[5] flex-col">
        <div className="flex min-h-14 shrink-0 items-center gap-5 border-b border-grid px-3 text-base">
          <span className="flex items-center gap-2">
            <SideMark side="A" /> {names.A}, whole lines
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
            title={`lacing plan seen from the ${names[seenFrom]}`}
          />
        </div>
        <button
          type="button"
          onClick={() => setSeenFrom(seenFrom === "A" ? "B" : "A")}
          className="h-12 shrink-0 border-t border-grid text-lg"
        >
          seen from the {names[seenFrom]}: turn over
        </button>
      </div>
      <div className="flex min-h-0 flex-[4] flex-col border-l border-grid">
        <ol className="min-h-0 flex-1 overflow-y-auto">
          {steps.map((s) => (
            <li key={s.n}>
              <button
                type="button"
                onClick={() => setPicked(s.spoke)}
                className={`grid min-h-12 w-full grid-cols-[3.2rem_2rem_minmax(0,1fr)] items-center gap-1 border-b border-grid px-2 text-left text-base ${picked === s.spoke ? "bg-ink text-paper" : ""}`}
              >
                <span className="font-mono text-xl font-bold">{s.spoke}</span>
                <SideMark side={s.placed.flange} />
                <span>
                  {s.n <= done ? "✓ " : ""}
                  {withSideNames(s.text, names)}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <button
          type="button"
          onClick={() => {
            if (done >= steps.length) record(0);
            setWalking(true);
          }}
          className="h-18 shrink-0 bg-ink text-2xl text-paper outline-offset-[-8px]"
        >
          {done === 0
            ? "lace it, spoke by spoke"
            : done >= steps.length
              ? "walk it again"
              : `go on at ${done + 1} of ${steps.length}`}
        </button>
      </div>
      <LedgerPanel startFolded>
        <p className="mb-3">
          Inner spokes first, both sides: they lie inside and nothing may be in their way. Outer spokes after them, over
          their neighbours{(wheel.lacing.interlaced ?? wheel.hub.seat === "bent") ? " and under the last" : ""}.
        </p>
        <p className="mb-3">The two spokes beside the valve lean away from each other: a pump gets in.</p>
        <p className="mb-3">
          Grease on steel nipples, paste on alloy ones. Start every nipple by the same number of turns.
        </p>
        <Caution>{CAUTIONS.eyes}</Caution>
      </LedgerPanel>
    </div>
  );
};
