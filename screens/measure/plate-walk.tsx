"use client";
import { useState } from "react";
import { FIGURES } from "@/core/figures/all-figures";
import { checkFigure } from "@/core/figures/check-figure";
import { withSideNames } from "@/core/truing/explain";
import { EntryBar } from "../parts/entry-bar";
import { GaugePicture } from "../parts/gauge-picture";
import { useUnit, useWho } from "../parts/kept-choice";
import { send } from "../parts/outbox";
import { Walk } from "../parts/walk";

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
  const [at, setAt] = useState(start);
  const [taken, setTaken] = useState(gaps);
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const [unit] = useUnit();
  const [who] = useWho();
  const n = gaps.length;
  const move = (to: number) => {
    setMessage(null);
    setDoubted(null);
    if (to > n) onEnd();
    else setAt(Math.max(1, to));
  };
  const take = async (typed: string) => {
    if (doubted === typed) return move(at + 1);
    const checked = checkFigure(FIGURE.name, typed, unit, at);
    if (!checked.ok) return setMessage(checked.message);
    if ((checked.value ?? 0) < 0)
      return setMessage(`“${typed}” is less than no gap; 0 where the rim touches the plate`);
    const sent = await send(`/api/jobs/${jobId}/measurements`, {
      id: crypto.randomUUID(),
      name: FIGURE.name,
      place: at,
      typed,
      unit,
      method: "feelers",
      who,
    });
    if (!sent.ok && sent.field !== "") return setMessage(sent.message);
    setTaken((list) => list.map((g, i) => (i === at - 1 ? checked.value : g)));
    if (checked.doubt) {
      setDoubted(typed);
      return setMessage(`Kept. ${checked.doubt}`);
    }
    move(at + 1);
    if (!sent.ok) setMessage(sent.message);
  };
  const now = taken[at - 1];
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
