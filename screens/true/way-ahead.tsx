"use client";
import { useQuery } from "@tanstack/react-query";
import type { WayAhead as Ahead } from "@/core/planning/bench-pace";
import { type StandTold, workOutHere } from "./work-out-here";

interface WayAheadProps {
  readonly onStand: StandTold;
  readonly roundId: string;
  /** What is advised now: the way is worked out anew with it. */
  readonly turns: readonly number[];
  /** Nipples turned of them already. */
  readonly turned: number;
}

const range = ([from, to]: readonly [number, number]): string => (from === to ? String(from) : `${from} to ${to}`);
/** Nobody times a wheel to the minute. */
const inFives = (minutes: number): number => Math.max(5, Math.round(minutes / 5) * 5);

const wordsOf = ({ rounds, touches, minutes, ownPace }: Ahead, turned: number): string => {
  if (rounds[1] === 0) return "To the end: nothing more to turn.";
  const time = range([inFives(minutes[0]), inFives(minutes[1])]);
  return `To the end, this round included: ${range(rounds)} ${rounds[1] === 1 ? "round" : "rounds"}, ${range(touches)} nipples${turned > 0 ? `, ${turned} of them turned` : ""}, about ${time} minutes at ${ownPace ? "this wheel’s pace so far" : "a usual pace"}.`;
};

/** What is still to be expected of a wheel: rounds, nipples, minutes, worked out anew with every round. */
export const WayAhead = ({ onStand, roundId, turns, turned }: WayAheadProps) => {
  const { data, error } = useQuery({
    queryKey: ["ahead", roundId, turns],
    queryFn: () => workOutHere("ahead", onStand, roundId),
  });
  return (
    <p className="border-b border-grid px-4 py-2 text-lg" data-testid="ahead">
      {data ? wordsOf(data, turned) : (error?.message ?? "working out the way ahead …")}
    </p>
  );
};
