"use client";
import { useState } from "react";
import { fromTyped } from "@/core/rounds/work-out";
import { useDial, useForce, useHopPlus, useSidePlus } from "../parts/kept/kept-choice";
import { signal } from "../parts/walk/signal";
import { useStops } from "../parts/walk/use-stops";
import { onePlace, readingStops, type Stop, valueAt } from "./reading-places";
import type { ReadingWalkProps } from "./reading-plan";
import { placeBefore } from "./reading-words";
import type { Offered } from "./readings-source";
import type { RoundView } from "./round-view";
import { stopAsked } from "./stop-asked";
import { useAfterBreak } from "./use-after-break";
import { useOffsetStop } from "./use-offset-stop";

/** mm; a step of more than this from the neighbour is asked about once. */
const JUMP = 3;

/** How far a reading stands from the place before, mm, where that is far enough to be asked about; else null. */
const jump = (round: RoundView, stop: Stop, places: readonly number[], value: number): number | null => {
  const before = valueAt(round, { ...stop, spoke: placeBefore(places, stop.spoke) ?? stop.spoke });
  const away = before === null ? 0 : Math.abs(value - before);
  return away > JUMP ? away : null;
};

/** To hundredths of a division: no needle is read so, but a gauge that shows mm types it. */
const isFinerThanRead = (typed: string): boolean => /^[+\-−–]?\s*\d*[.,]\d{2,}$/.test(typed.trim());

/** Where a reading walk stands, what is asked there, and what takes a figure: kept as it is taken, found again after a break. */
export const useReading = (props: ReadingWalkProps) => {
  const { round, spokes, names, plan, tyreOn, onTake, onEnd } = props;
  // Fixed while it is walked: the offset once taken must not drop out of the list under the reader's feet.
  const [stops] = useState(() =>
    plan.only === null
      ? readingStops(spokes.length, plan.places, plan.tension, plan.offset, plan.edges)
      : onePlace(plan.only, plan.edges),
  );
  const walk = useStops({ count: stops.length, isOpen: (i) => valueAt(round, stops[i]) === null, onEnd });
  const [dial, setDial, dialKept] = useDial();
  const offset = useOffsetStop(round.round, props.offsetWays, names, props.inMachine);
  const rest = useAfterBreak(props.again, stops, (s) => valueAt(round, s));
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const [justTaken, setJustTaken] = useState<string | null>(null);
  const [last, setLast] = useState<Offered | null>(null);
  const stop = rest.check ?? stops[walk.at];
  const spoke = spokes[stop.spoke - 1];
  const [force] = useForce();
  const [sidePlus, setSidePlus] = useSidePlus();
  const [hopPlus, setHopPlus] = useHopPlus();
  const plus = {
    side: { sign: sidePlus === "+" ? 1 : -1, turn: () => setSidePlus(sidePlus === "+" ? "-" : "+") },
    hop: { sign: hopPlus === "+" ? 1 : -1, turn: () => setHopPlus(hopPlus === "+" ? "-" : "+") },
  } as const;
  const asked = stopAsked(stop, { names, dial, force, edges: plan.edges, tyreOn, offset, same: last !== null, plus });
  const quiet = () => {
    setMessage(null);
    setDoubted(null);
  };
  const move = (to: number) => {
    quiet();
    walk.move(to);
  };
  const take = (offered: Offered) => {
    const { typed, sign, with: other } = offered.same && last ? last : offered;
    if (typed === "") return setMessage("nothing typed; the dial's figure first, then the key");
    const shift = rest.shiftOf(stop.what);
    const { sure, ...source } = other ?? { ...asked.source, sure: asked.sure };
    const read = fromTyped({ what: stop.what, typed, per: source.per, sign, shift });
    if (!read.ok) return setMessage(read.message);
    if (rest.check) return setMessage(rest.compare(read.value));
    const isOffset = stop.what === "offset";
    const value = isOffset ? offset.come(read.value) : read.value;
    const away = value === null || !asked.onDial || walk.at === 0 ? null : jump(round, stop, plan.places, value);
    const same = `${typed}${sign}`;
    const fine = source.unit === "division" && isFinerThanRead(typed);
    if (value !== null && (away !== null || fine) && doubted !== same) {
      signal("doubt");
      setDoubted(same);
      return setMessage(
        fine
          ? `${typed} divisions are ${value.toFixed(4)} mm: for a gauge with figures tap ${asked.unit}. The same again means: yes, that is it`
          : `${value.toFixed(2)} mm is ${(away ?? 0).toFixed(1)} from the last place. The same again means: yes, that is it`,
      );
    }
    const wrong = onTake([
      {
        what: isOffset && value === null ? "offset-part" : stop.what,
        spoke: stop.spoke,
        value: value ?? read.value,
        typed,
        doubtful: away !== null || fine,
        sure,
        ...source,
        sign,
        shift,
      },
    ]);
    if (wrong) return setMessage(wrong);
    signal(away === null && !fine ? "taken" : "doubt");
    if (value === null) return quiet();
    setLast({ typed, sign, with: other });
    if (asked.onDial) setJustTaken(`${value.toFixed(2)} taken at ${stop.spoke}`);
    quiet();
    walk.goOn();
  };
  const taken = valueAt(round, stop);
  return {
    ...{ walk, stop, spoke, asked, dial, setDial, dialKept, offset, rest },
    ...{ message, justTaken, taken, move, take, stops },
  };
};
