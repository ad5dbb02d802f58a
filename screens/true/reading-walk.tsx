"use client";
import { DIAL_KINDS, DIALS, type Dial } from "@/core/runout/dials";
import { EntryBar } from "../parts/bench/entry-bar";
import { OnPracticeWheel } from "../parts/practice/on-practice-wheel";
import { Walk } from "../parts/walk/walk";
import { DIAL_WORDS } from "./dial-words";
import type { ReadingWalkProps } from "./reading-plan";
import { detailWords, nextWords } from "./reading-words";
import { SOURCES } from "./sources/sources";
import { useReading } from "./use-reading";

/** Reads the wheel from the valve, one figure at a stop; kept as it is taken, found again after a break. */
export const ReadingWalk = (props: ReadingWalkProps) => {
  const { job, names, plan, round, onEnd } = props;
  const { walk, stop, spoke, asked, dial, setDial, dialKept, offset, rest, ...now } = useReading(props);
  const { message, justTaken, taken, move, take, stops } = now;
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
      detail={detailWords(stop, { checking: rest.check !== null, taken, justTaken, places: plan.places })}
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
          : sources.some((s) => s.key === "needle")
            ? "tap where the needle stands, or the figure and its side"
            : asked.plus
              ? "the gauge's send key, or the figure and Enter"
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
