"use client";
import { useState } from "react";
import type { LacingStep } from "@/core/lacing/steps";
import { withSideNames } from "@/core/wheel/side-names";
import type { Wheel } from "@/core/wheel/wheel-file";
import { useVoice } from "../parts/kept/kept-choice";
import { post } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";
import { useSpoken } from "../parts/walk/speak";
import { Walk } from "../parts/walk/walk";
import { WheelPlan } from "../parts/wheel/wheel-plan";

interface LacingWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly wheel: Wheel;
  readonly steps: readonly LacingStep[];
  readonly start: number;
  readonly seenFrom: "A" | "B";
  readonly hubMark: number | null;
  readonly onEnd: () => void;
}

/** One spoke at a time from the bare hub to the last; the drawing follows, the place is found again after a break. */
export const LacingWalk = ({ jobId, job, names, wheel, steps, start, seenFrom, hubMark, onEnd }: LacingWalkProps) => {
  const [done, setDone] = useState(start);
  const [voice, setVoice] = useVoice();
  const [who] = useWho();
  const step = steps[Math.min(done, steps.length - 1)];
  const { placed: p } = step;
  const spokes = [...steps.flatMap((s) => (s.act === "drop" ? [] : [s.placed]))];
  const head = p.head === "out" ? "outside" : "inside";
  const dropping = step.act === "drop";
  const words = dropping
    ? `${names[p.flange]}: drop ${step.group.length} spokes into the hub, heads ${head}`
    : `${step.spoke}, ${names[p.flange]}. Hub hole ${p.hubHole}, head ${head}.`;
  useSpoken(words, voice === "on");
  const record = (count: number) => {
    setDone(count);
    const act = { what: "laced-so-far" as const, steps: count };
    void post({ what: "act", jobId, id: crypto.randomUUID(), act, who });
  };
  const hanging = steps.slice(0, done + 1).flatMap((s) => (s.act === "drop" ? s.group : []));
  // The close-up stands in the quarter the spoke in hand does not reach.
  const right = p.rimAngleDeg < 180 === (seenFrom === "A");
  const low = p.rimAngleDeg > 90 && p.rimAngleDeg < 270;
  const corner = `${right ? "left-0" : "right-0"} ${low ? "top-0" : "bottom-0"}`;
  const following = steps[done + 1];
  const tied = new Set(steps.slice(0, done).flatMap((s) => (s.act === "drop" ? [] : [s.spoke])));
  return (
    <Walk
      job={job}
      place={`${done + 1} of ${steps.length}`}
      spoke={step.spoke}
      side={p.flange}
      sideName={names[p.flange]}
      instruction={
        dropping ? (
          <>
            drop {step.group.length} into the hub, heads {head}
          </>
        ) : (
          <>
            hub hole {p.hubHole}, head {head}
          </>
        )
      }
      detail={
        <>
          {withSideNames(step.text, names)}{" "}
          <button
            type="button"
            aria-pressed={voice === "on"}
            className="ml-2 min-h-12 px-2 text-lg underline"
            onClick={() => setVoice(voice === "on" ? "off" : "on")}
          >
            {voice === "on" ? "spoken: on" : "speak it"}
          </button>
        </>
      }
      next={
        following
          ? following.act === "drop"
            ? `next: ${following.group.length} into the hub, ${names[following.placed.flange]}`
            : `next ${following.spoke}, ${names[following.placed.flange]}`
          : "the last one"
      }
      drawing={
        <div className="relative h-full w-full">
          <WheelPlan
            wheel={wheel}
            spokes={spokes}
            shown={tied}
            dropped={hanging.filter((h) => !tied.has(h))}
            inHand={dropping ? undefined : step.spoke}
            lit={dropping ? step.group : []}
            seenFrom={seenFrom}
            hubMark={hubMark}
            title={dropping ? "into the hub" : `spoke ${step.spoke} in hand`}
          />
          {!dropping && (
            <div className={`absolute ${corner} h-[34%] w-[34%] border border-rule bg-paper`}>
              <WheelPlan
                wheel={wheel}
                spokes={spokes}
                shown={tied}
                inHand={step.spoke}
                seenFrom={seenFrom}
                closeUp
                title="the hub, four times as large"
              />
            </div>
          )}
        </div>
      }
      onDone={() => {
        record(done + 1);
        if (done + 1 >= steps.length) onEnd();
      }}
      onBack={() => done > 0 && record(done - 1)}
      onSkip={() => done + 1 < steps.length && record(done + 1)}
      onLeave={onEnd}
    />
  );
};
