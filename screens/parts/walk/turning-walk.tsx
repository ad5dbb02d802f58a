"use client";
import { useRef, useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { turnsText } from "@/core/truing/saying/turn-words";
import { useVoice, useWho } from "../kept/kept-choice";
import { post } from "../kept/use-enter";
import { signal } from "./signal";
import { useSpoken } from "./speak";
import { TurnedAlready, TurningKeys } from "./turning-keys";
import { TurnArrow, Walk } from "./walk";

interface TurningWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly roundId: string;
  /** Spokes whose turn was recorded. */
  readonly walked: readonly number[];
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly turns: readonly number[];
  /** With the tyre on a nipple is turned, and seen, from the hub. */
  readonly tyreOn?: boolean;
  /** Left for a while: was the next one turned already? */
  readonly unsure?: boolean;
  /** What is done when the last one is turned. */
  readonly then?: string;
  /** Told beside the record, which shows it by itself. */
  readonly onTurned?: (spoke: number) => void;
  /** A nipple that will not turn, or whose spoke slipped back; the rest is worked out again. */
  readonly onFound?: (spoke: number, how: "stuck" | "slipped") => Promise<string | null>;
  readonly onEnd: () => void;
}

/** The nipples to turn, in order from the valve, one at a time; what was really done is what counts. A new plan needs a
 * new walk: give it the plan as its key. */
export const TurningWalk = (props: TurningWalkProps) => {
  const { jobId, job, roundId, walked, spokes, names, turns, onTurned, onFound, onEnd } = props;
  const list = turns.flatMap((t, i) => (t === 0 ? [] : [i + 1]));
  const [here, setHere] = useState(() =>
    Math.max(
      0,
      list.findIndex((s) => !walked.includes(s)),
    ),
  );
  const [view, setView] = useState<"tyre" | "hub">(props.tyreOn ? "hub" : "tyre");
  const [altered, setAltered] = useState<number | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [asking, setAsking] = useState(props.unsure ?? false);
  const keeping = useRef(false);
  const [who] = useWho();
  const [voice] = useVoice();
  const left = list.filter((s) => !walked.includes(s)).length;
  const spoke = list[Math.min(here, list.length - 1)] ?? 1;
  const placed = spokes[spoke - 1];
  const turn = altered ?? turns[spoke - 1];
  useSpoken(
    `${spoke}, ${names[placed.flange]}, ${turnsText(turn).replace("/", " over ")} ${turn > 0 ? "tighter" : "slacker"}`,
    voice === "on" && list.length > 0,
  );
  if (list.length === 0 || (left === 0 && walked.length > 0))
    return (
      <Walk
        job={job}
        place="done"
        spoke={0}
        side={null}
        sideName=""
        instruction="nothing more to turn"
        detail={props.then ?? "de-stress: squeeze pairs all round, then read again"}
        next=""
        doneLabel="leave"
        onDone={onEnd}
        onBack={onEnd}
        onSkip={onEnd}
        onLeave={onEnd}
      />
    );
  const move = (to: number) => {
    setAltered(null);
    setAsking(false);
    if (to >= list.length) onEnd();
    else setHere(Math.max(0, to));
  };
  const done = async () => {
    // Pressed again before it is kept: one press is one turn.
    if (keeping.current) return;
    keeping.current = true;
    const at = new Date().toISOString();
    await post({ what: "turn", jobId, roundId, turn: { id: crypto.randomUUID(), spoke, turns: turn, who, at } });
    keeping.current = false;
    setMessage(null);
    signal("taken");
    onTurned?.(spoke);
    move(here + 1);
  };
  const found = async (how: "stuck" | "slipped") => setMessage((await onFound?.(spoke, how)) ?? null);
  const clockwise = turn > 0 === (view === "tyre");
  const before = list[here - 1];
  return (
    <Walk
      job={job}
      place={`${here + 1} of ${list.length}`}
      spoke={spoke}
      side={placed.flange}
      sideName={names[placed.flange]}
      instruction={
        asking ? (
          "turned already?"
        ) : (
          <span className="flex items-center gap-6">
            <TurnArrow clockwise={clockwise} />
            <span className="font-mono">{turnsText(turn)}</span>
            <span>{turn > 0 ? "tighter" : turn < 0 ? "slacker" : "as it is"}</span>
          </span>
        )
      }
      detail={
        message ??
        (asking
          ? `you were called away before ${spoke}, ${turnsText(turn)} ${turn > 0 ? "tighter" : "slacker"}`
          : `${before ? `${spoke - before} on from ${before}` : `${spoke} from the valve`}; arrow as seen from the ${view === "tyre" ? "tyre side" : "hub"}`)
      }
      next={list[here + 1] ? `next ${list[here + 1]}, ${names[spokes[list[here + 1] - 1].flange]}` : "the last one"}
      drawing={
        asking ? (
          <TurnedAlready
            onYes={() => void done()}
            onNo={() => setAsking(false)}
            onUnsure={
              onFound &&
              (() => {
                void found("slipped");
                move(here + 1);
              })
            }
          />
        ) : (
          <TurningKeys
            view={view}
            tyreOn={props.tyreOn ?? false}
            onView={() => setView(view === "tyre" ? "hub" : "tyre")}
            onAlter={(by) => setAltered(turn + by)}
            onFound={onFound && ((how) => void found(how))}
          />
        )
      }
      doneLabel={asking ? "no: turn it now" : "done"}
      onDone={asking ? () => setAsking(false) : () => void done()}
      onBack={() => move(here - 1)}
      onSkip={() => move(here + 1)}
      onLeave={onEnd}
    />
  );
};
