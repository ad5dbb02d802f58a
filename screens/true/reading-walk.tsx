"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/entry-bar";
import { send } from "../parts/outbox";
import { Walk } from "../parts/walk";
import { readingStops, type Stop } from "./reading-places";
import type { RoundView } from "./round-view";

interface ReadingWalkProps {
  readonly job: string;
  readonly round: RoundView;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly every: number;
  readonly tension: boolean;
  readonly onRead: (stop: Stop, value: number) => void;
  readonly onEnd: () => void;
}

/** Dial divisions a millimetre: a usual dial shows hundredths. */
const DIVISIONS = 100;
/** mm; a step of more than this from the neighbour is asked about once. */
const JUMP = 3;

const valueAt = (round: RoundView, stop: Stop): number | null =>
  stop.what === "offset" ? round.offset : round[stop.what][stop.spoke - 1];

/** Reads the wheel from the valve, one figure at a stop; stored as it is taken, found again after a break. */
export const ReadingWalk = ({ job, round, spokes, names, every, tension, onRead, onEnd }: ReadingWalkProps) => {
  const stops = readingStops(spokes.length, every, tension);
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      stops.findIndex((s) => valueAt(round, s) === null),
    ),
  );
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const stop = stops[at];
  const spoke = spokes[stop.spoke - 1];
  const move = (to: number) => {
    setMessage(null);
    setDoubted(null);
    if (to >= stops.length) onEnd();
    else setAt(Math.max(0, to));
  };
  const inHundredths = stop.what === "lateral" || stop.what === "radial";
  const take = async (typed: string, sign: 1 | -1) => {
    const read = readLength(typed === "" ? "same" : typed, "mm");
    if (!read.ok)
      return setMessage(typed === "" ? "nothing typed; the dial's figure first, then the key" : read.message);
    const plain =
      inHundredths && read.unit === "mm"
        ? read.value / DIVISIONS
        : inHundredths || stop.what === "offset"
          ? read.mm
          : read.value;
    const value = sign * plain;
    if (stop.what === "tension" && value < 0) return setMessage("a tension is never less than 0; 0 for a slack spoke");
    const before = at > 0 ? valueAt(round, { ...stops[at], spoke: Math.max(1, stop.spoke - every) }) : null;
    const odd = inHundredths && before !== null && Math.abs(value - before) > JUMP;
    if (odd && doubted !== `${typed}${sign}`) {
      setDoubted(`${typed}${sign}`);
      setMessage(
        `${value.toFixed(2)} mm is ${Math.abs(value - before).toFixed(1)} from the last place. The same again means: yes, that is it`,
      );
      return;
    }
    const sent = await send(`/api/rounds/${round.id}/readings`, {
      id: crypto.randomUUID(),
      what: stop.what,
      spoke: stop.spoke,
      value,
      typed,
      doubtful: odd,
    });
    if (!sent.ok && sent.field !== "") return setMessage(sent.message);
    onRead(stop, value);
    if (sent.ok) move(at + 1);
    else {
      move(at + 1);
      setMessage(sent.message);
    }
  };
  const ask = {
    offset: {
      prompt: "offset, mm",
      how: "rim centre from where it should be; straight edge or flip gauge (half the gap)",
      unit: "mm",
      keys: [
        { label: `to ${names.A}`, sign: 1 as const },
        { label: `to ${names.B}`, sign: -1 as const },
      ],
    },
    lateral: {
      prompt: "side to side",
      how: "dial on the rim's side, over the spoke; in hundredths",
      unit: "1/100",
      keys: [
        { label: `to ${names.A}`, sign: 1 as const },
        { label: `to ${names.B}`, sign: -1 as const },
      ],
    },
    radial: {
      prompt: "hop",
      how: "dial on the bed, over the spoke; in hundredths",
      unit: "1/100",
      keys: [
        { label: "high", sign: 1 as const },
        { label: "low", sign: -1 as const },
      ],
    },
    tension: {
      prompt: "tension, N",
      how: "gauge on the spoke's middle; 0 for slack; skip if not read",
      unit: "N",
      keys: [{ label: "take", sign: 1 as const }],
    },
  }[stop.what];
  const taken = valueAt(round, stop);
  const following = stops[at + 1];
  return (
    <Walk
      job={job}
      place={`${at + 1} of ${stops.length}`}
      spoke={stop.spoke}
      side={spoke?.flange ?? null}
      sideName={spoke ? names[spoke.flange] : ""}
      instruction={ask.prompt}
      detail={
        taken === null
          ? stop.spoke > 0
            ? `${stop.spoke} from the valve${stop.spoke > every ? `, ${every} on from ${stop.spoke - every}` : ""}`
            : "before going round"
          : `last taken ${taken.toFixed(2)}`
      }
      next={
        following
          ? following.spoke === stop.spoke
            ? "next: hop, same place"
            : `next ${following.spoke}`
          : "the last one"
      }
      entry={
        <EntryBar
          key={at}
          prompt={ask.prompt}
          how={ask.how}
          kind="number"
          unit={ask.unit}
          takeKeys={ask.keys}
          message={message}
          onTake={take}
          onBack={() => move(at - 1)}
        />
      }
      entryHint="the figure, then the side it stands to"
      onBack={() => move(at - 1)}
      onSkip={() => move(at + 1)}
      onLeave={onEnd}
    />
  );
};
