"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { turnsText, turnWords, wayOf } from "@/core/truing/saying/turn-words";
import { useVoice } from "../kept/kept-choice";
import { BesideDials } from "../practice/beside-dials";
import { useSpoken } from "./speak";
import { Recorded, ToldAtOnce, TurnedAlready, TurningKeys } from "./turning-keys";
import { type Turning, useTurning } from "./use-turning";
import { TurnArrow, Walk } from "./walk";

interface TurningWalkProps extends Turning {
  readonly job: string;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  /** With the tyre on a nipple is turned, and seen, from the hub. */
  readonly tyreOn?: boolean;
  /** The job whose practice wheel is on the stand, its dials left on while it is turned; null or none for a real one. */
  readonly practice?: string | null;
  /** Left for a while: was the next one turned already? */
  readonly unsure?: boolean;
  /** What is done when the last one is turned. */
  readonly then?: string;
  /** A nipple that will not turn, or whose spoke slipped back; the rest is worked out again. */
  readonly onFound?: (spoke: number, how: "stuck" | "slipped") => Promise<string | null>;
}

/** The nipples to turn, in order from the valve, one at a time; what was really done is what counts. A new plan needs a
 * new walk: give it the plan as its key. */
export const TurningWalk = (props: TurningWalkProps) => {
  const { job, spokes, names, walked, onFound, onEnd } = props;
  const turning = useTurning(props);
  const { list, here, spoke, was, turn, message } = turning;
  const [view, setView] = useState<"tyre" | "hub">(props.tyreOn ? "hub" : "tyre");
  const [asking, setAsking] = useState(props.unsure ?? false);
  const [voice] = useVoice();
  const placed = spokes[spoke - 1];
  const words = turnWords(turn);
  useSpoken(
    `${spoke}, ${names[placed.flange]}, ${words.replace("/", " over ")}${was === 0 ? "" : ", done"}`,
    voice === "on" && list.length > 0,
  );
  if (list.length === 0 || (turning.left === 0 && walked.length > 0 && !turning.leaving))
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
        drawing={
          turning.atOnce.length > 0 ? (
            <ToldAtOnce count={turning.atOnce.length} onTakeBack={() => void turning.takeBackRest()} />
          ) : undefined
        }
        doneLabel="leave"
        onDone={onEnd}
        onBack={onEnd}
        onSkip={onEnd}
        onLeave={onEnd}
      />
    );
  const move = (to: number) => {
    setAsking(false);
    turning.move(to);
  };
  const done = () => {
    setAsking(false);
    void turning.done();
  };
  const found = async (how: "stuck" | "slipped") => turning.setMessage((await onFound?.(spoke, how)) ?? null);
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
            {/* No arrow where nothing is to be done: the turn is behind. */}
            {was === 0 && <TurnArrow clockwise={clockwise} />}
            <span className="font-mono">{turnsText(turn)}</span>
            <span>{wayOf(turn)}</span>
          </span>
        )
      }
      detail={
        message ??
        (asking
          ? `you were called away before ${spoke}, ${words}`
          : was !== 0
            ? "turned already"
            : `${before ? `${spoke - before} on from ${before}` : `${spoke} from the valve`}; arrow as seen from the ${view === "tyre" ? "tyre side" : "hub"}`)
      }
      next={list[here + 1] ? `next ${list[here + 1]}, ${names[spokes[list[here + 1] - 1].flange]}` : "the last one"}
      drawing={
        asking ? (
          <TurnedAlready
            onYes={done}
            onNo={() => setAsking(false)}
            onUnsure={
              onFound &&
              (() => {
                void found("slipped");
                move(here + 1);
              })
            }
          />
        ) : was !== 0 ? (
          <Recorded />
        ) : (
          <BesideDials jobId={props.practice ?? null} spoke={spoke} since={walked.length}>
            <TurningKeys
              view={view}
              tyreOn={props.tyreOn ?? false}
              onView={() => setView(view === "tyre" ? "hub" : "tyre")}
              onAlter={turning.alter}
              onFound={onFound && ((how) => void found(how))}
              left={turning.left}
              onRest={() => void turning.restAsTold()}
            />
          </BesideDials>
        )
      }
      doneLabel={asking ? "no: turn it now" : was !== 0 ? "undone" : "done"}
      onDone={asking ? () => setAsking(false) : () => (was !== 0 ? void turning.undo() : done())}
      onBack={() => move(here - 1)}
      onSkip={() => move(here + 1)}
      onLeave={onEnd}
    />
  );
};
