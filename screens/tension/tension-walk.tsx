"use client";
import { TurningWalk } from "../parts/walk/turning-walk";
import { EarWalk } from "./ear-walk";
import { EntryWalk } from "./entry-walk";
import type { GaugeOnBench } from "./gauge-on-bench";
import type { ReadingWalk } from "./read-view";
import { SqueezeWalk } from "./squeeze-walk";
import type { TensionOnPage, useTension, useTensionActs } from "./use-tension";

/** How a wheel's tensions are walked through, or its nipples turned. */
export type Walking = ReadingWalk | "turn";

interface TensionWalkProps {
  readonly walking: Walking;
  readonly job: TensionOnPage;
  readonly now: ReturnType<typeof useTension>;
  readonly acts: ReturnType<typeof useTensionActs>;
  readonly table: GaugeOnBench | null;
  readonly practice: boolean;
  readonly onEnd: () => void;
}

/** The walk round the wheel that is open; it takes the whole screen. */
export const TensionWalk = ({ walking, job, now, acts, table, practice, onEnd }: TensionWalkProps) => {
  const { jobId, title, names } = job;
  const { spokes, tensions, shown, current } = now;
  const common = { job: title, spokes, names, onEnd };
  const stand = practice ? jobId : null;
  if (walking === "turn")
    return current?.plan ? (
      <TurningWalk
        {...common}
        jobId={jobId}
        roundId={current.id}
        walked={current.walked}
        made={current.turns}
        turns={current.plan.turns}
        practice={stand}
      />
    ) : null;
  if (walking === "ear")
    return (
      <EarWalk
        {...common}
        jobId={jobId}
        wheel={now.wheel}
        kinds={now.kinds}
        tensions={tensions}
        practice={practice}
        onTake={acts.take}
      />
    );
  if (walking === "squeeze") return <SqueezeWalk {...common} practice={stand} pairs={now.pairs} onTake={acts.take} />;
  return (
    <EntryWalk
      {...common}
      way={walking}
      table={table}
      tensions={tensions}
      practice={stand}
      has={(spoke) => (shown?.entries ?? []).some((e) => e.spoke === spoke && e.what === walking)}
      onTake={acts.take}
    />
  );
};
