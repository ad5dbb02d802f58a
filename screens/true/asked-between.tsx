"use client";
import { OtherWays } from "./other-ways";
import { Sitting } from "./sitting";
import type { useRounds } from "./use-rounds";
import type { useWalks } from "./use-walks";

interface AskedBetweenProps {
  readonly jobId: string;
  readonly holes: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly askTight: boolean;
  readonly walks: ReturnType<typeof useWalks>;
  readonly acts: ReturnType<typeof useRounds>;
  readonly onLeave: () => void;
}

/** What is asked over the rim: how the wheel sits before it is read, or which way it is read without a dial. */
export const AskedBetween = ({ jobId, holes, names, askTight, walks, acts, onLeave }: AskedBetweenProps) => {
  if (walks.asking === "sitting")
    return (
      <Sitting
        jobId={jobId}
        askTight={askTight}
        stands={walks.stands}
        onDone={(answers) => {
          if (answers["true.play"] === "felt") {
            walks.endAsking();
            acts.setMessage("With play in the bearings a reading is worth nothing: bearings first, then the dial.");
          } else void walks.sat();
        }}
        onClose={walks.endAsking}
      />
    );
  if (walks.asking === "other")
    return (
      <OtherWays
        holes={holes}
        names={names}
        onRead={acts.take}
        onClose={() => {
          walks.endAsking();
          onLeave();
        }}
      />
    );
  return null;
};
