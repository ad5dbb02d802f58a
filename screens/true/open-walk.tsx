"use client";
import { useRouter } from "next/navigation";
import { TurningWalk } from "../parts/turning-walk";
import { LiveWalk } from "./live-walk";
import { ReadingWalk } from "./reading-walk";
import type { RoundView } from "./round-view";
import type { TrueProps } from "./true";
import type { useRounds } from "./use-rounds";
import type { useWalks } from "./use-walks";

interface OpenWalkProps {
  readonly page: TrueProps;
  readonly round: RoundView;
  readonly before: RoundView | null;
  readonly walks: ReturnType<typeof useWalks>;
  readonly acts: ReturnType<typeof useRounds>;
  readonly every: number;
  readonly tension: boolean;
  readonly offset: boolean;
  readonly edges: boolean;
  /** Turns of each nipple, as advised and altered. */
  readonly plan: readonly number[];
  readonly ask: () => Promise<void>;
  readonly onLeave: () => void;
}

/** The walk round the wheel that is open; it takes the whole screen. */
export const OpenWalk = (props: OpenWalkProps) => {
  const { page, round, before, walks, acts } = props;
  const { jobId, job, spokes, names } = page;
  const router = useRouter();
  const endTurning = () => {
    walks.endWalk();
    router.refresh();
  };
  const turning = { job, roundId: round.id, spokes, names, tyreOn: page.tyreOn, onEnd: endTurning };
  if (walks.walk === "read")
    return (
      <ReadingWalk
        jobId={jobId}
        job={job}
        round={round}
        spokes={spokes}
        names={names}
        every={props.every}
        tension={props.tension}
        offset={props.offset}
        offsetWays={page.offsetWays}
        offsetPart={round.offset === null ? (page.taken["true.offsetPart"]?.typed ?? null) : null}
        tyreOn={page.tyreOn}
        inMachine={page.taken["true.tyre"]?.typed.endsWith("machine") ?? false}
        edges={props.edges}
        only={walks.only}
        before={before ? [...before.lateral, ...before.radial] : []}
        again={walks.away}
        onRead={acts.took}
        onEnd={props.onLeave}
      />
    );
  if (walks.walk === "live")
    return (
      <LiveWalk
        jobId={jobId}
        job={job}
        holes={spokes.length}
        practice={page.practice}
        band={page.tolerance}
        onTake={async (lines) => {
          const wrong = await acts.takeMany(
            (["lateral", "radial"] as const).flatMap((what) =>
              lines[what].flatMap((value, i) =>
                value === null ? [] : [{ what, spoke: i + 1, value, typed: "from the trace" }],
              ),
            ),
          );
          if (!wrong) await props.ask();
          return wrong;
        }}
        onEnd={props.onLeave}
      />
    );
  if (walks.walk === "back")
    return (
      <TurningWalk
        {...turning}
        walked={walks.undone}
        turns={walks.back}
        then="the wheel is as it was before this round"
        onTurned={(spoke, turns) => {
          acts.turned(spoke, turns);
          walks.turnedBack(spoke);
        }}
      />
    );
  return (
    <TurningWalk
      {...turning}
      key={props.plan.join(" ")}
      walked={round.walked}
      turns={props.plan}
      unsure={walks.away}
      onStuck={acts.stuck}
      onTurned={acts.turned}
    />
  );
};
