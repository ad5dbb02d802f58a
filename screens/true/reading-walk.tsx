"use client";
import { useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { OffsetWay } from "@/core/offset/offset-now";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/entry-bar";
import { useDial } from "../parts/kept-choice";
import { send } from "../parts/outbox";
import { signal } from "../parts/signal";
import { Walk } from "../parts/walk";
import { DIALS, type Dial } from "./dials";
import { NeedleStrip, stripReach } from "./needle-strip";
import { onePlace, readingStops, type Stop } from "./reading-places";
import type { RoundView } from "./round-view";
import { useOffsetStop } from "./use-offset-stop";

interface ReadingWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly round: RoundView;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly every: number;
  readonly tension: boolean;
  readonly offset: boolean;
  readonly offsetWays: readonly OffsetWay[];
  /** The first of two lengths to the offset, where only that was taken. */
  readonly offsetPart: string | null;
  readonly tyreOn: boolean;
  /** Turned in the machine, not on a stand. */
  readonly inMachine: boolean;
  /** Side to side on both edges of the rim. */
  readonly edges: boolean;
  /** One place alone, instead of going round. */
  readonly only: number | null;
  /** mm; what the round before read, for the strip's reach. */
  readonly before: readonly (number | null)[];
  /** Left for a while: the dial may stand otherwise, so a place read before is read again first. */
  readonly again: boolean;
  readonly onRead: (stop: Stop, value: number) => void;
  readonly onEnd: () => void;
}

/** mm; a step of more than this from the neighbour is asked about once. */
const JUMP = 3;
/** mm: the same place read again agrees within this. */
const AGREES = 0.05;
/** mm: two such differences, each of two readings, are the same one within this. */
const STEADY = 0.12;

const valueAt = (round: RoundView, stop: Stop): number | null =>
  stop.what === "offset" ? round.offset : (stop.what === "far-edge" ? round.farEdge : round[stop.what])[stop.spoke - 1];

/** Reads the wheel from the valve, one figure at a stop; stored as it is taken, found again after a break. */
export const ReadingWalk = (props: ReadingWalkProps) => {
  const { job, round, spokes, names, every, tension, tyreOn, onRead, onEnd } = props;
  // Fixed while it is walked: the offset once taken must not drop out of the list under the reader's feet.
  const [stops] = useState(() =>
    props.only === null
      ? readingStops(spokes.length, every, tension, props.offset, props.edges)
      : onePlace(props.only, props.edges),
  );
  const [at, setAt] = useState(() => {
    const open = stops.findIndex((s) => valueAt(round, s) === null);
    return Math.max(0, open);
  });
  const [dial, setDial, dialKept] = useDial();
  const offset = useOffsetStop(props.jobId, round.id, props.offsetWays, props.offsetPart, names, props.inMachine);
  const [message, setMessage] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<string | null>(null);
  const [lastTaken, setLastTaken] = useState<string | null>(null);
  const [lastTyped, setLastTyped] = useState<{ typed: string; sign: 1 | -1 } | null>(null);
  // Places to read again after a break, and by how much the dial stands otherwise since.
  const [checks, setChecks] = useState<readonly Stop[]>(() => {
    if (!props.again) return [];
    const read = stops.filter((s) => (s.what === "lateral" || s.what === "radial") && valueAt(round, s) !== null);
    return (["lateral", "radial"] as const).flatMap((what) =>
      read
        .filter((s) => s.what === what)
        .slice(-2)
        .reverse(),
    );
  });
  const [found, setFound] = useState<Readonly<Record<string, readonly number[]>>>({});
  const [shift, setShift] = useState<Readonly<Record<string, number>>>({});
  const check = checks[0] ?? null;
  const stop = check ?? stops[at];
  const spoke = spokes[stop.spoke - 1];
  const move = (to: number) => {
    setMessage(null);
    setDoubted(null);
    if (to >= stops.length) onEnd();
    else setAt(Math.max(0, to));
  };
  const onDial = stop.what === "lateral" || stop.what === "far-edge" || stop.what === "radial";
  const mmOf = (typed: string, sign: 1 | -1): { ok: true; value: number } | { ok: false; message: string } => {
    const read = readLength(typed === "" ? "same" : typed, "mm");
    if (!read.ok)
      return {
        ok: false,
        message: typed === "" ? "nothing typed; the dial's figure first, then the key" : read.message,
      };
    // A bare figure is in the dial's own divisions; one with a unit says itself what it is.
    const plain =
      onDial && read.unit === "mm"
        ? read.value * DIALS[dial].mm
        : onDial || stop.what === "offset"
          ? read.mm
          : read.value;
    // Thirty-five hundredths are 0.35, not what a binary product of them leaves.
    return { ok: true, value: (sign * Math.round(plain * 1e6)) / 1e6 };
  };
  const compare = (value: number) => {
    const before = valueAt(round, stop) ?? 0;
    const seen = [...(found[stop.what] ?? []), value - before];
    setFound({ ...found, [stop.what]: seen });
    const rest = checks.slice(1);
    const size = Math.abs(seen[0]);
    if (size <= AGREES) {
      setMessage(`${stop.what === "lateral" ? "side to side" : "hop"} as before: go on`);
      return setChecks(rest.filter((c) => c.what !== stop.what));
    }
    if (seen.length === 1 && rest.some((c) => c.what === stop.what)) {
      setMessage(`${size.toFixed(2)} mm otherwise than before: one more place to be sure`);
      return setChecks(rest);
    }
    if (seen.length > 1 && Math.abs(seen[1] - seen[0]) <= STEADY) {
      const by = (seen[0] + seen[1]) / 2;
      setShift({ ...shift, [stop.what]: by });
      setMessage(
        `the dial stands ${Math.abs(by).toFixed(2)} mm ${by > 0 ? "up" : "down"} since: the rest is taken as if it did not`,
      );
    } else setMessage("the two places differ by different amounts: something moved. Leave, and read the wheel again");
    setChecks(rest.filter((c) => c.what !== stop.what));
  };
  const take = async (typedNow: string, signNow: 1 | -1, same: boolean) => {
    const typed = same ? (lastTyped?.typed ?? "") : typedNow;
    const sign = same ? (lastTyped?.sign ?? 1) : signNow;
    const read = mmOf(typed, sign);
    if (!read.ok) return setMessage(read.message);
    if (check) return compare(read.value);
    const told = stop.what === "offset" ? offset.take(read.value) : read.value;
    if (told === null) return setMessage(null);
    const value = told - (shift[stop.what] ?? 0);
    if (stop.what === "tension" && value < 0) return setMessage("a tension is never less than 0; 0 for a slack spoke");
    const before = at > 0 ? valueAt(round, { ...stops[at], spoke: Math.max(1, stop.spoke - every) }) : null;
    const odd = onDial && before !== null && Math.abs(value - before) > JUMP;
    if (odd && doubted !== `${typed}${sign}`) {
      signal("doubt");
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
      typed: typed.slice(0, 60),
      doubtful: odd,
      sure: onDial ? DIALS[dial].sure : null,
    });
    if (!sent.ok && sent.field !== "") return setMessage(sent.message);
    signal(odd ? "doubt" : "taken");
    setLastTyped({ typed, sign });
    if (onDial) setLastTaken(`${value.toFixed(2)} taken at ${stop.spoke}`);
    onRead(stop, value);
    // On to the next place that is still open; one taken again does not mean all after it.
    const open = stops.findIndex((s, i) => i > at && valueAt(round, s) === null);
    move(open < 0 ? stops.length : open);
    if (!sent.ok) setMessage(sent.message);
  };
  const sides = [
    { label: `to ${names.A}`, sign: 1 as const },
    { label: `to ${names.B}`, sign: -1 as const },
  ];
  const same = lastTyped && onDial ? [{ label: "same", sign: 1 as const, again: true, quiet: true }] : [];
  const ask = {
    offset: { prompt: `${offset.prompt}, mm`, how: offset.how, unit: "mm", keys: offset.keys },
    lateral: {
      prompt: "side to side",
      how: `dial on the ${props.edges ? `${names.A}'s edge` : "rim's side"}, over the spoke; ${DIALS[dial].words}`,
      unit: DIALS[dial].label,
      keys: [...same, ...sides],
    },
    "far-edge": {
      prompt: "side to side, other edge",
      how: `dial on the ${names.B}'s edge, over the spoke; ${DIALS[dial].words}`,
      unit: DIALS[dial].label,
      keys: [...same, ...sides],
    },
    radial: {
      prompt: "hop",
      how: `dial on ${tyreOn ? "the rim's edge" : "the bed"}, over the spoke; ${DIALS[dial].words}`,
      unit: DIALS[dial].label,
      keys: [...same, { label: "high", sign: 1 as const }, { label: "low", sign: -1 as const }],
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
  /** Asked once: a thou taken for a hundredth puts every reading out. */
  const whichDial = onDial && !dialKept;
  const strip = onDial && !whichDial && DIALS[dial].mm < 0.1;
  const justTaken = lastTaken ? `${lastTaken}; ` : "";
  const order = Object.keys(DIALS) as Dial[];
  return (
    <Walk
      job={job}
      place={check ? "once more" : `${at + 1} of ${stops.length}`}
      spoke={stop.spoke}
      side={spoke?.flange ?? null}
      sideName={spoke ? names[spoke.flange] : ""}
      instruction={check ? `${ask.prompt}, again` : ask.prompt}
      detail={
        check
          ? "this place was read before the break: where does the dial stand there now?"
          : taken === null
            ? stop.spoke > 0
              ? `${justTaken}${stop.spoke} from the valve${stop.spoke > every ? `, ${every} on from ${stop.spoke - every}` : ""}`
              : "before going round"
            : `last taken ${taken.toFixed(2)}`
      }
      next={
        check
          ? ""
          : following
            ? following.spoke === stop.spoke
              ? following.what === "far-edge"
                ? "next: the other edge, same place"
                : "next: hop, same place"
              : `next ${following.spoke}`
            : "the last one"
      }
      entry={
        <>
          {strip && (
            <NeedleStrip
              key={`strip${at}-${checks.length}`}
              ends={stop.what === "radial" ? ["low", "high"] : [`to ${names.B}`, `to ${names.A}`]}
              reach={stripReach([...props.before, ...round.lateral, ...round.radial])}
              division={DIALS[dial].mm}
              taken={taken}
              onTake={(divisions) => void take(String(Math.abs(divisions)), divisions < 0 ? -1 : 1, false)}
            />
          )}
          {whichDial ? (
            <EntryBar
              key="dial"
              prompt="what the rim is read with"
              how="its division: a turn of 1 or ½ mm is read in 1/100, one of 0.050 or 0.100 inch in thou. Asked once"
              kind="number"
              choices={order.map((key) => ({ value: key, label: DIALS[key].name }))}
              onTake={(key) => setDial(key as Dial)}
            />
          ) : (
            <EntryBar
              key={`${at}-${checks.length}-${ask.prompt}`}
              prompt={ask.prompt}
              how={ask.how}
              kind="number"
              unit={ask.unit}
              onUnit={onDial ? () => setDial(order[(order.indexOf(dial) + 1) % order.length]) : undefined}
              tool={stop.what === "offset" ? offset.tool : undefined}
              onTool={stop.what === "offset" ? offset.nextTool : undefined}
              takeKeys={ask.keys}
              message={message}
              onTake={(typed, sign, again) => void take(typed, sign, again)}
              onBack={() => move(at - 1)}
            />
          )}
        </>
      }
      entryHint={
        whichDial
          ? "then the readings"
          : strip
            ? "tap where the needle stands, or the figure and its side"
            : "the figure, then the side it stands to"
      }
      onBack={() => move(at - 1)}
      onSkip={() => (check ? setChecks(checks.slice(1)) : move(at + 1))}
      onLeave={onEnd}
    />
  );
};
