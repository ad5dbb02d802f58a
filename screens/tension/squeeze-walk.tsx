"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { nextPair, type Squeeze } from "@/core/tension/squeeze";
import { EntryBar } from "../parts/bench/entry-bar";
import { PairsGive } from "../parts/practice/pairs-give";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { Walk } from "../parts/walk/walk";

interface SqueezeWalkProps {
  readonly job: string;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly pairs: readonly Squeeze[];
  /** The job whose practice wheel is on the stand, and shows how far its pairs give; null for a real one. */
  readonly practice: string | null;
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}

const VALUE: Readonly<Record<string, number>> = { tighter: 1, same: 0, looser: -1 };

/** Pairs squeezed by hand, one side after the other; it asks for the pair that tells most. */
export const SqueezeWalk = ({ job, spokes, names, pairs, practice, onTake, onEnd }: SqueezeWalkProps) => {
  const [message, setMessage] = useState<string | null>(null);
  const [passed, setPassed] = useState<readonly Squeeze[]>([]);
  const sides = (["A", "B"] as const).map((side) => spokes.filter((s) => s.flange === side).map((s) => s.spoke));
  const known = [...pairs, ...passed];
  const pair = sides.map((alike) => nextPair(alike, known)).find((p) => p !== null) ?? null;
  if (!pair)
    return (
      <Walk
        job={job}
        place={`${pairs.length} pairs`}
        spoke={0}
        side={null}
        sideName=""
        instruction="enough felt"
        detail="the order and the slack ones stand on the rim"
        next=""
        doneLabel="look"
        onDone={onEnd}
        onBack={onEnd}
        onSkip={onEnd}
        onLeave={onEnd}
      />
    );
  const [spoke, against] = pair;
  const placed = spokes[spoke - 1];
  return (
    <Walk
      job={job}
      place={`pair ${pairs.length + 1}`}
      spoke={spoke}
      side={placed.flange}
      sideName={names[placed.flange]}
      instruction={
        <span>
          against <b className="font-mono">{against}</b>
        </span>
      }
      detail={message ?? `squeeze ${spoke} with its neighbour, then ${against} the same way`}
      drawing={practice !== null && <PairsGive jobId={practice} spokes={[spoke, against]} />}
      next={`${against - spoke > 0 ? `${against - spoke} on` : `${spoke - against} back`}`}
      entry={
        <EntryBar
          key={`${spoke}-${against}`}
          prompt={`${spoke} is …`}
          how={`than ${against}; 1, 2 or 3 on the keys`}
          kind="number"
          choices={[
            { value: "tighter", label: "tighter" },
            { value: "same", label: "the same" },
            { value: "looser", label: "looser" },
          ]}
          onTake={(felt) =>
            setMessage(
              onTake([{ what: "squeeze", spoke, against, value: VALUE[felt], typed: felt, instrument: "hand" }]),
            )
          }
        />
      }
      entryHint="as the hand feels it"
      onBack={onEnd}
      onSkip={() => setPassed([...passed, { spoke, against, felt: "same" }])}
      onLeave={onEnd}
    />
  );
};
