"use client";
import { useState } from "react";
import { continueFour, type SeenSpoke } from "@/core/lacing/check";
import type { Wheel } from "@/core/wheel/wheel-file";
import { EntryBar } from "../parts/bench/entry-bar";
import { post } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";
import { useStops } from "../parts/walk/use-stops";
import { Walk } from "../parts/walk/walk";

interface CheckWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly plan: Wheel;
  readonly planned: readonly SeenSpoke[];
  /** What was seen so far, by rim hole; null where nobody looked yet. */
  readonly seen: readonly (SeenSpoke | null)[];
  readonly onEnd: () => void;
}

const DIFFERS = [
  { value: "flange", label: "the other flange" },
  { value: "head", label: "head the other way" },
  { value: "on", label: "one hub hole on" },
  { value: "back", label: "one hub hole back" },
  { value: "under", label: "over for under" },
  { value: "none", label: "just so after all" },
] as const;
type Differs = (typeof DIFFERS)[number]["value"];

/** Past every spoke once: the first four are told, the rest confirmed; stop only at what differs. */
export const CheckWalk = ({ jobId, job, names, plan, planned, seen: before, onEnd }: CheckWalkProps) => {
  const n = plan.rim.holes;
  // Walked past before, whole: it begins again, and what is told now counts.
  const [afresh] = useState(() => before.every((s) => s !== null));
  const [told, setTold] = useState<Readonly<Record<number, SeenSpoke>>>({});
  const seen = before.map((s, i) => told[i] ?? (afresh ? null : s));
  const walk = useStops({ count: n, isOpen: (i) => seen[i] === null, onEnd });
  const { at } = walk;
  const [differing, setDiffering] = useState(false);
  const [who] = useWho();
  const four = seen.slice(0, 4);
  const goesOn = four.every((s): s is SeenSpoke => s !== null) ? continueFour(plan, four) : null;
  const [changed, setChanged] = useState<SeenSpoke | null>(null);
  const expected = seen[at] ?? (at >= 4 && goesOn ? goesOn[at] : planned[at]);
  const shown = changed ?? expected;
  const move = (to: number) => {
    setChanged(null);
    setDiffering(false);
    walk.move(to);
  };
  const take = () => {
    setTold({ ...told, [at]: shown });
    const act = { what: "spoke-seen" as const, spoke: at + 1, seen: shown };
    void post({ what: "act", jobId, id: crypto.randomUUID(), act, who });
    move(at + 1);
  };
  const alter = (what: Differs) => {
    const m = plan.hub[shown.flange].holes;
    setDiffering(false);
    setChanged(
      {
        flange: { ...shown, flange: shown.flange === "A" ? ("B" as const) : ("A" as const) },
        head: {
          ...shown,
          head: shown.head === "out" ? ("in" as const) : ("out" as const),
          under: shown.head === "out" && shown.under,
        },
        on: { ...shown, hubHole: (shown.hubHole % m) + 1 },
        back: { ...shown, hubHole: ((shown.hubHole - 2 + m) % m) + 1 },
        under: { ...shown, under: !shown.under },
        none: expected,
      }[what],
    );
  };
  return (
    <Walk
      job={job}
      place={`${at + 1} of ${n}`}
      spoke={at + 1}
      side={shown.flange}
      sideName={names[shown.flange]}
      instruction={
        <>
          hub hole {shown.hubHole}, head {shown.head === "out" ? "outside" : "inside"}
          {shown.head === "in" ? (shown.under ? ", under the last" : ", over all") : ""}
        </>
      }
      detail={at < 4 ? "the first four are told: is it so?" : "as the first four go on: is it so?"}
      next={at + 1 < n ? `next ${at + 2}` : "the last one"}
      entry={
        differing ? (
          <EntryBar
            prompt={`${at + 1}: what differs`}
            how="more than one: say them one after the other"
            kind="text"
            choices={DIFFERS}
            onTake={(what) => alter(what as Differs)}
            onClose={() => setDiffering(false)}
          />
        ) : undefined
      }
      doneLabel="it is so"
      onDone={differing ? undefined : take}
      entryHint="say what differs; ✕ when that is all"
      skipLabel="it differs"
      onSkip={() => setDiffering(true)}
      onBack={() => move(at - 1)}
      onLeave={onEnd}
    />
  );
};
