"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { turnsText } from "@/core/truing/explain";
import { send } from "./outbox";
import { TurnArrow, Walk } from "./walk";

interface TurningWalkProps {
  readonly job: string;
  readonly roundId: string;
  /** Spokes whose turn was recorded. */
  readonly walked: readonly number[];
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly turns: readonly number[];
  readonly onTurned: (spoke: number, turns: number) => void;
  readonly onEnd: () => void;
}

const STEP = 1 / 16;

/** The nipples to turn, in order from the valve, one at a time; what was really done is what counts. */
export const TurningWalk = ({ job, roundId, walked, spokes, names, turns, onTurned, onEnd }: TurningWalkProps) => {
  const list = turns.flatMap((t, i) => (t === 0 ? [] : [i + 1]));
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      list.findIndex((s) => !walked.includes(s)),
    ),
  );
  const [view, setView] = useState<"tyre" | "hub">("tyre");
  const [altered, setAltered] = useState<number | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const spoke = list[at];
  const placed = spokes[spoke - 1];
  const turn = altered ?? turns[spoke - 1];
  const move = (to: number) => {
    setAltered(null);
    if (to >= list.length) onEnd();
    else setAt(Math.max(0, to));
  };
  const done = async () => {
    const sent = await send(`/api/rounds/${roundId}/turns`, { id: crypto.randomUUID(), spoke, turns: turn });
    setMessage(sent.ok ? null : sent.message);
    onTurned(spoke, turn);
    move(at + 1);
  };
  const clockwise = turn > 0 === (view === "tyre");
  const before = list[at - 1];
  return (
    <Walk
      job={job}
      place={`${at + 1} of ${list.length}`}
      spoke={spoke}
      side={placed.flange}
      sideName={names[placed.flange]}
      instruction={
        <span className="flex items-center gap-6">
          <TurnArrow clockwise={clockwise} />
          <span className="font-mono">{turnsText(turn)}</span>
          <span>{turn > 0 ? "tighter" : "slacker"}</span>
        </span>
      }
      detail={
        message ??
        `${before ? `${spoke - before} on from ${before}` : `${spoke} from the valve`}; arrow as seen from the ${view === "tyre" ? "tyre side" : "hub"}`
      }
      next={list[at + 1] ? `next ${list[at + 1]}, ${names[spokes[list[at + 1] - 1].flange]}` : "the last one"}
      drawing={
        <div className="flex h-full flex-col items-stretch justify-center gap-3">
          <button
            type="button"
            onClick={() => setView(view === "tyre" ? "hub" : "tyre")}
            className="min-h-18 border border-ink text-2xl"
          >
            seen from the {view === "tyre" ? "tyre side" : "hub"}: change
          </button>
          <div className="grid grid-cols-2 gap-3">
            <button
              type="button"
              onClick={() => setAltered(turn - STEP)}
              className="min-h-18 border border-ink text-2xl"
            >
              1/16 less
            </button>
            <button
              type="button"
              onClick={() => setAltered(turn + STEP)}
              className="min-h-18 border border-ink text-2xl"
            >
              1/16 more
            </button>
          </div>
          <p className="text-lg">Go a little past and come back: the spoke twists with its nipple.</p>
        </div>
      }
      onDone={done}
      onBack={() => move(at - 1)}
      onSkip={() => move(at + 1)}
      onLeave={onEnd}
    />
  );
};
