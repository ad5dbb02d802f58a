"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { type GaugeTable, gaugeShows, gaugeTension } from "@/core/tension/gauge-table";
import type { SpokeTension } from "@/core/tension/told";
import { NEWTON_PER, nextForce } from "@/core/units/forces";
import { readForce } from "@/core/units/read-force";
import { readLength } from "@/core/units/read-number";
import { showForce } from "@/core/units/show-force";
import { EntryBar } from "../parts/bench/entry-bar";
import { useForce } from "../parts/kept/kept-choice";
import { OnPracticeWheel } from "../parts/practice/on-practice-wheel";
import { useStops } from "../parts/walk/use-stops";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { Walk } from "../parts/walk/walk";

export type EntryWay = "gauge" | "tension" | "torque";

interface EntryWalkProps {
  readonly job: string;
  readonly way: EntryWay;
  readonly table: GaugeTable | null;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly tensions: readonly SpokeTension[];
  /** Spokes that have one of this way already. */
  readonly has: (spoke: number) => boolean;
  /** The job whose practice wheel is on the stand, and shows what gauge and key show; null for a real one. */
  readonly practice: string | null;
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}

const ASK = {
  gauge: { prompt: "the gauge shows", unit: "div" },
  tension: { prompt: "tension", unit: "N" },
  torque: { prompt: "nipple torque, Nm", unit: "Nm" },
} as const;

/** What each is taken with, and what a bare figure is in. */
const SOURCES = {
  gauge: { instrument: "gauge", unit: "division" },
  tension: { instrument: "gauge", unit: "N" },
  torque: { instrument: "torque-key", unit: "Nm" },
} as const;

/** Round the wheel with a gauge or a torque key: one figure a spoke, stored as it is taken. */
export const EntryWalk = (props: EntryWalkProps) => {
  const { job, way, table, spokes, names, tensions, has, onTake, onEnd } = props;
  const n = spokes.length;
  const walk = useStops({ count: n, isOpen: (i) => !has(i + 1), onEnd });
  const at = walk.at + 1;
  const [message, setMessage] = useState<string | null>(null);
  const [force, setForce] = useForce();
  const [doubted, setDoubted] = useState<string | null>(null);
  const spoke = spokes[at - 1];
  const move = (to: number) => {
    setMessage(null);
    setDoubted(null);
    walk.move(to - 1);
  };
  const take = (typed: string) => {
    const read = way === "tension" ? readForce(typed, force) : readLength(typed, "mm");
    if (!read.ok) return setMessage(typed === "" ? "nothing typed; the figure first" : read.message);
    if (read.value < 0) return setMessage(`${typed} is less than nothing; 0 for a slack spoke`);
    if (way === "gauge" && table && doubted !== typed) {
      const newton = gaugeTension(table.points, read.value);
      if (!newton.ok) {
        setDoubted(typed);
        return setMessage(`${newton.message}. The same again keeps it, without newtons`);
      }
    }
    const wrong = onTake([
      {
        what: way,
        spoke: at,
        value: "newton" in read ? read.newton : read.value,
        typed,
        tableId: way === "gauge" ? (table?.id ?? null) : null,
        doubtful: doubted === typed,
        ...SOURCES[way],
        unit: "newton" in read ? read.unit : SOURCES[way].unit,
        per: "newton" in read ? NEWTON_PER[read.unit] : 1,
      },
    ]);
    // What cannot be stays in hand, to be put right where it belongs.
    if (wrong) return setMessage(wrong);
    move(at + 1);
  };
  const last = at > 1 ? tensions[at - 2] : null;
  return (
    <Walk
      job={job}
      place={`${at} of ${n}`}
      spoke={at}
      side={spoke.flange}
      sideName={names[spoke.flange]}
      instruction={ASK[way].prompt}
      detail={
        way === "torque"
          ? "just as the nipple begins to move; friction decides half of it: it orders spokes, it measures no tension"
          : last?.tension !== null && last?.tension !== undefined
            ? `${at - 1}: ${showForce(last.tension, force)}`
            : "on the spoke's middle, square to it"
      }
      next={at < n ? `next ${at + 1}` : "the last one"}
      drawing={
        props.practice !== null && (
          <OnPracticeWheel
            key={at}
            jobId={props.practice}
            spoke={at}
            what={way === "torque" ? "torque" : "tension"}
            scale={
              way === "gauge" && table
                ? { unit: "div", shows: (newton) => gaugeShows(table.points, newton) }
                : undefined
            }
          />
        )
      }
      entry={
        <EntryBar
          key={at}
          prompt={ASK[way].prompt}
          how={way === "gauge" ? `${table?.gauge ?? ""}, ${table?.spoke ?? ""}` : "0 for a slack spoke"}
          kind="number"
          unit={way === "tension" ? force : ASK[way].unit}
          onUnit={way === "tension" ? () => setForce(nextForce(force)) : undefined}
          message={message}
          onTake={take}
          onBack={() => move(at - 1)}
        />
      }
      entryHint="the figure, then take"
      onBack={() => move(at - 1)}
      onSkip={() => move(at + 1)}
      onLeave={onEnd}
    />
  );
};
