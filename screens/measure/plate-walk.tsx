"use client";
import { useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { checkFigure } from "@/core/figures/check-figure";
import { withSideNames } from "@/core/wheel/side-names";
import { EntryBar } from "../parts/bench/entry-bar";
import { GaugePicture } from "../parts/bench/gauge-picture";
import { useUnit } from "../parts/kept/kept-choice";
import { post } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";
import { useStops } from "../parts/walk/use-stops";
import { Walk } from "../parts/walk/walk";

interface PlateWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly gaps: readonly (number | null)[];
  readonly start: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly onEnd: () => void;
}

const FIGURE = FIGURES["rim.plate"];

/** Round the bare rim on the plate, a gap at each hole; stored as it is taken, found again after a break. */
export const PlateWalk = ({ jobId, job, gaps, start, names, onEnd }: PlateWalkProps) => {
  const n = gaps.length;
  // It begins where it was tapped, and goes on to the next hole nobody read.
  const walk = useStops({ count: n, isOpen: (i) => gaps[i] === null, onEnd, start: start - 1 });
  const at = walk.at + 1;
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const [unit] = useUnit();
  const [who] = useWho();
  const quiet = () => {
    setMessage(null);
    setDoubted(null);
  };
  const move = (to: number) => {
    quiet();
    walk.move(to - 1);
  };
  const take = (typed: string) => {
    if (doubted === typed) return move(at + 1);
    const checked = checkFigure(FIGURE.name, typed, unit, at);
    if (!checked.ok) return setMessage(checked.message);
    if ((checked.value ?? 0) < 0)
      return setMessage(`“${typed}” is less than no gap; 0 where the rim touches the plate`);
    const { value } = checked;
    void post({
      what: "figure",
      jobId,
      figure: {
        ...{ id: crypto.randomUUID(), name: FIGURE.name, place: at, role: "new" },
        ...{ typed, unit, value, method: "feelers", who },
      },
    });
    if (checked.doubt) {
      setDoubted(typed);
      return setMessage(`Kept. ${checked.doubt}`);
    }
    quiet();
    walk.goOn();
  };
  const now = gaps[at - 1];
  return (
    <Walk
      job={job}
      place={`${at} of ${n}`}
      spoke={at}
      side={null}
      sideName=""
      instruction="gap under the rim"
      detail={now === null ? `hole ${at} from the valve, ${names.A} up` : `last taken ${now.toFixed(2)}`}
      next={at < n ? `next ${at + 1}` : "the last one"}
      entry={
        <EntryBar
          key={at}
          prompt="gap under the rim"
          how={withSideNames(FIGURE.how, names)}
          picture={<GaugePicture picture="plate" />}
          kind="number"
          unit={unit}
          takeKeys={[{ label: "take", sign: 1 }]}
          message={message}
          onTake={take}
          onBack={() => move(at - 1)}
        />
      }
      onBack={() => move(at - 1)}
      onSkip={() => move(at + 1)}
      onLeave={onEnd}
    />
  );
};
