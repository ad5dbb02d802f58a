"use client";
import dynamic from "next/dynamic";
import { TurningWalk } from "../parts/walk/turning-walk";
import type { ReadingPlan } from "./reading-plan";
import { ReadingWalk } from "./reading-walk";
import type { RoundView } from "./round-view";
import type { useRounds } from "./use-rounds";
import type { TrueNow } from "./use-true";
import type { useWalks } from "./use-walks";

/** The stand's trace needs the charts: they come when it is looked at. */
const LiveWalk = dynamic(() => import("./live-walk").then((m) => m.LiveWalk), { ssr: false });

interface OpenWalkProps {
  readonly now: TrueNow;
  readonly round: RoundView;
  readonly before: RoundView | null;
  readonly walks: ReturnType<typeof useWalks>;
  readonly acts: ReturnType<typeof useRounds>;
  readonly reading: Omit<ReadingPlan, "only">;
  /** Turns of each nipple, as advised and altered. */
  readonly turns: readonly number[];
  readonly ask: () => Promise<void>;
  readonly onLeave: () => void;
}

/** The walk round the wheel that is open; it takes the whole screen. */
export const OpenWalk = (props: OpenWalkProps) => {
  const { now, round, before, walks, acts } = props;
  const { job, spokes, way } = now;
  const { jobId, title, names } = job;
  const turning = {
    ...{ jobId, job: title, roundId: round.id, spokes, names },
    tyreOn: way.tyreOn,
    practice: job.practice ? jobId : null,
    onEnd: walks.endWalk,
  };
  if (walks.walk === "read")
    return (
      <ReadingWalk
        job={title}
        round={round}
        spokes={spokes}
        names={names}
        plan={{ ...props.reading, only: walks.only }}
        practice={job.practice ? jobId : null}
        offsetWays={job.offsetWays}
        tyreOn={way.tyreOn}
        inMachine={way.inMachine}
        before={before ? [...before.lateral, ...before.radial] : []}
        again={walks.away}
        onTake={acts.take}
        onEnd={props.onLeave}
      />
    );
  if (walks.walk === "live")
    return (
      <LiveWalk
        jobId={jobId}
        job={title}
        holes={spokes.length}
        practice={job.practice}
        band={way.tolerance}
        names={names}
        before={{
          lateral: (before ?? round).lateral,
          radial: (before ?? round).radial,
        }}
        read={round}
        onTake={acts.take}
        onDone={() => void props.ask()}
        onEnd={props.onLeave}
      />
    );
  if (walks.walk === "back")
    return (
      <TurningWalk
        {...turning}
        walked={walks.undone}
        made={walks.back}
        turns={walks.back}
        then="the wheel is as it was before this round"
        onTurned={walks.turnedBack}
        onUndone={walks.turnedOn}
      />
    );
  return (
    <TurningWalk
      {...turning}
      key={props.turns.join(" ")}
      walked={round.walked}
      made={round.turns}
      turns={props.turns}
      unsure={walks.away}
      onFound={acts.found}
    />
  );
};
