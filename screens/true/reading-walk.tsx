"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { OffsetWay } from "@/core/offset/offset-now";
import { fromTyped } from "@/core/rounds/work-out";
import { DIAL_KINDS, DIALS, type Dial } from "@/core/runout/dials";
import { EntryBar } from "../parts/bench/entry-bar";
import { useDial } from "../parts/kept/kept-choice";
import { OnPracticeWheel } from "../parts/practice/on-practice-wheel";
import { signal } from "../parts/walk/signal";
import { useStops } from "../parts/walk/use-stops";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { Walk } from "../parts/walk/walk";
import { DIAL_WORDS } from "./dial-words";
import { onePlace, readingStops, type Stop } from "./reading-places";
import { detailWords, nextWords } from "./reading-words";
import type { Offered } from "./readings-source";
import type { RoundView } from "./round-view";
import { SOURCES } from "./sources/sources";
import { stopAsked } from "./stop-asked";
import { useAfterBreak } from "./use-after-break";
import { useOffsetStop } from "./use-offset-stop";

/** What of the wheel a reading walk reads. */
export interface ReadingPlan {
  readonly every: number;
  readonly tension: boolean;
  readonly offset: boolean;
  /** Side to side on both edges of the rim. */
  readonly edges: boolean;
  /** One place alone, instead of going round. */
  readonly only: number | null;
}

interface ReadingWalkProps {
  readonly job: string;
  readonly round: RoundView;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly plan: ReadingPlan;
  /** The job whose practice wheel is on the stand, and shows its dial; null for a real one. */
  readonly practice: string | null;
  readonly offsetWays: readonly OffsetWay[];
  readonly tyreOn: boolean;
  /** Turned in the machine, not on a stand. */
  readonly inMachine: boolean;
  /** mm; what the round before read, for the strip's reach. */
  readonly before: readonly (number | null)[];
  /** Left for a while: the dial may stand otherwise, so a place read before is read again first. */
  readonly again: boolean;
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}

/** mm; a step of more than this from the neighbour is asked about once. */
const JUMP = 3;

const valueAt = (round: RoundView, stop: Stop): number | null =>
  stop.what === "offset" ? round.offset : (stop.what === "far-edge" ? round.farEdge : round[stop.what])[stop.spoke - 1];

/** How far a reading stands from the place before, mm, where that is far enough to be asked about; else null. */
const jump = (round: RoundView, stop: Stop, every: number, value: number): number | null => {
  const before = valueAt(round, { ...stop, spoke: Math.max(1, stop.spoke - every) });
  const away = before === null ? 0 : Math.abs(value - before);
  return away > JUMP ? away : null;
};

/** Reads the wheel from the valve, one figure at a stop; kept as it is taken, found again after a break. */
export const ReadingWalk = (props: ReadingWalkProps) => {
  const { job, round, spokes, names, plan, tyreOn, onTake, onEnd } = props;
  // Fixed while it is walked: the offset once taken must not drop out of the list under the reader's feet.
  const [stops] = useState(() =>
    plan.only === null
      ? readingStops(spokes.length, plan.every, plan.tension, plan.offset, plan.edges)
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
  const asked = stopAsked(stop, { names, dial, edges: plan.edges, tyreOn, offset, same: last !== null });
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
    const read = fromTyped({ typed, per: source.per, sign, shift });
    if (!read.ok) return setMessage(read.message);
    if (rest.check) return setMessage(rest.compare(read.value));
    const isOffset = stop.what === "offset";
    const value = isOffset ? offset.come(read.value) : read.value;
    const away = value === null || !asked.onDial || walk.at === 0 ? null : jump(round, stop, plan.every, value);
    const same = `${typed}${sign}`;
    if (value !== null && away !== null && doubted !== same) {
      signal("doubt");
      setDoubted(same);
      return setMessage(
        `${value.toFixed(2)} mm is ${away.toFixed(1)} from the last place. The same again means: yes, that is it`,
      );
    }
    const wrong = onTake([
      {
        what: isOffset && value === null ? "offset-part" : stop.what,
        spoke: stop.spoke,
        value: value ?? read.value,
        typed,
        doubtful: away !== null,
        sure,
        ...source,
        sign,
        shift,
      },
    ]);
    if (wrong) return setMessage(wrong);
    signal(away === null ? "taken" : "doubt");
    if (value === null) return quiet();
    setLast({ typed, sign, with: other });
    if (asked.onDial) setJustTaken(`${value.toFixed(2)} taken at ${stop.spoke}`);
    quiet();
    walk.goOn();
  };
  const taken = valueAt(round, stop);
  /** Asked once: a thou taken for a hundredth puts every reading out. */
  const whichDial = asked.onDial && !dialKept;
  const sources = whichDial ? [] : SOURCES.filter((s) => s.fits(asked, dial));
  const here = `${walk.at}-${rest.left}-${asked.prompt}`;
  return (
    <Walk
      job={job}
      place={rest.check ? "once more" : `${walk.at + 1} of ${stops.length}`}
      spoke={stop.spoke}
      side={spoke?.flange ?? null}
      sideName={spoke ? names[spoke.flange] : ""}
      instruction={rest.check ? `${asked.prompt}, again` : asked.prompt}
      detail={detailWords(stop, { checking: rest.check !== null, taken, justTaken, every: plan.every })}
      next={rest.check ? "" : nextWords(stop, stops[walk.at + 1])}
      drawing={
        props.practice !== null && (
          <OnPracticeWheel key={here} jobId={props.practice} spoke={stop.spoke} what={stop.what} />
        )
      }
      entry={
        <>
          {whichDial && <WhichDial onChoose={setDial} />}
          {sources.map(({ key, Entry }) => (
            <Entry
              key={`${key}${here}`}
              stop={stop}
              asked={asked}
              dial={dial}
              offset={offset}
              names={names}
              taken={taken}
              known={[...props.before, ...round.lateral, ...round.radial]}
              message={message}
              offer={take}
              onDial={setDial}
              onBack={() => move(walk.at - 1)}
            />
          ))}
        </>
      }
      entryHint={
        whichDial
          ? "then the readings"
          : sources.length > 1
            ? "tap where the needle stands, or the figure and its side"
            : "the figure, then the side it stands to"
      }
      onBack={() => move(walk.at - 1)}
      onSkip={() => (rest.check ? rest.passOver() : move(walk.at + 1))}
      onLeave={onEnd}
    />
  );
};

/** Asked once a tablet, before the first reading. */
const WhichDial = ({ onChoose }: { onChoose: (dial: Dial) => void }) => (
  <EntryBar
    prompt="what the rim is read with"
    how="its division: a turn of 1 or ½ mm is read in 1/100, one of 0.050 or 0.100 inch in thou. Asked once"
    kind="number"
    choices={DIAL_KINDS.map((key) => ({ value: key, label: DIAL_WORDS[key].name }))}
    onTake={(key) => key in DIALS && onChoose(key as Dial)}
  />
);
