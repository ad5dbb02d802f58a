"use client";
import { useState } from "react";
import type { Instrument, ReadingMethod } from "@/core/rounds/reading";
import type { Taking } from "@/core/rounds/taking";
import { fromHighAndLow, fromPenMark, fromRubbing, type PlaceRead } from "@/core/runout/other-ways";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/bench/entry-bar";
import type { TakeReadings } from "../parts/walk/use-take-readings";

interface OtherWaysProps {
  readonly holes: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly onRead: TakeReadings;
  readonly onClose: () => void;
}

/** One thing a way asks: at which spoke, or how much. */
interface Ask {
  readonly key: string;
  readonly asks: "spoke" | "length";
  readonly prompt: string;
  readonly how: string;
}

/** What is read, and from where: + when the pen, or what it rubs on, stands on side A or above the rim. */
interface Line {
  readonly what: "lateral" | "radial";
  readonly sign: 1 | -1;
}

/** A way of reading without a dial all round. */
interface Way {
  readonly method: Extract<ReadingMethod, "high-low" | "pen" | "rubbing">;
  readonly instrument: Instrument;
  readonly label: string;
  /** What must be said first. */
  readonly which: string;
  readonly lines: (names: OtherWaysProps["names"]) => readonly (Line & { readonly label: string })[];
  readonly asks: readonly Ask[];
  readonly places: (given: Readonly<Record<string, number>>, holes: number, sign: 1 | -1) => readonly PlaceRead[];
}

const againstTheRim: Way["lines"] = (names) => [
  { what: "lateral", sign: 1, label: names.A },
  { what: "lateral", sign: -1, label: names.B },
  { what: "radial", sign: 1, label: "above the rim" },
];
const spokeAt = (key: string, prompt: string, how: string): Ask => ({ key, asks: "spoke", prompt, how });

const WAYS: readonly Way[] = [
  {
    method: "high-low",
    instrument: "dial",
    label: "only high and low",
    which: "side to side, or up and down",
    lines: () => [
      { what: "lateral", sign: 1, label: "side to side" },
      { what: "radial", sign: 1, label: "hop" },
    ],
    asks: [
      spokeAt("high", "highest at spoke", "turn it once: where does the dial stand highest?"),
      spokeAt("low", "lowest at spoke", "and where lowest?"),
      {
        key: "total",
        asks: "length",
        prompt: "from low to high, mm",
        how: "the whole swing of the dial; 0.8, or 30 thou",
      },
    ],
    places: ({ high, low, total }) => fromHighAndLow(high, low, total),
  },
  {
    method: "pen",
    instrument: "pen",
    label: "pen marks",
    which: "where the pen or the fixed thing stands",
    lines: againstTheRim,
    asks: [
      spokeAt("from", "mark begins at spoke", "hold the pen still, turn the wheel: where does the mark begin?"),
      spokeAt("to", "mark ends at spoke", "clockwise from the valve"),
      spokeAt("darkest", "darkest at spoke", "where it is broadest or darkest"),
    ],
    places: ({ from, to, darkest }, holes, sign) => fromPenMark(from, to, darkest, holes, sign),
  },
  {
    method: "rubbing",
    instrument: "feelers",
    label: "where it rubs",
    which: "where the pen or the fixed thing stands",
    lines: againstTheRim,
    asks: [
      spokeAt("from", "rubs from spoke", "where does it begin to rub, clockwise from the valve?"),
      spokeAt("to", "rubs to spoke", "and where does it stop?"),
      {
        key: "gap",
        asks: "length",
        prompt: "gap half a turn on, mm",
        how: "feeler or shims where it stands farthest off",
      },
    ],
    places: ({ from, to, gap }, holes, sign) => fromRubbing(from, to, gap, holes, sign),
  },
];

/** What was typed for one ask, mm or a spoke; or what is wrong with it. */
const read = (ask: Ask, typed: string, holes: number): number | string => {
  const length = readLength(typed, "mm");
  if (!length.ok) return length.message;
  if (ask.asks === "length") return length.mm < 0 ? `${typed} is less than nothing` : length.mm;
  const spoke = length.value;
  return Number.isInteger(spoke) && spoke >= 1 && spoke <= holes
    ? spoke
    : `${typed} is no spoke of this wheel; 1 to ${holes}`;
};

/** Readings without a dial all round: only high and low, a pen's mark, or where it rubs. */
export const OtherWays = ({ holes, names, onRead, onClose }: OtherWaysProps) => {
  const [way, setWay] = useState<Way | null>(null);
  const [line, setLine] = useState<Line | null>(null);
  const [given, setGiven] = useState<Readonly<Record<string, number>>>({});
  const [message, setMessage] = useState<string | null>(null);
  if (!way)
    return (
      <EntryBar
        prompt="read without going round with the dial"
        how="each gives what it can; the advice knows how little that is"
        kind="number"
        choices={WAYS.map(({ method, label }) => ({ value: method, label }))}
        onTake={(method) => setWay(WAYS.find((w) => w.method === method) ?? null)}
        onClose={onClose}
      />
    );
  const lines = way.lines(names);
  if (!line)
    return (
      <EntryBar
        prompt="which way"
        how={way.which}
        kind="number"
        choices={lines.map(({ label }, i) => ({ value: String(i), label }))}
        onTake={(i) => setLine(lines[Number(i)])}
        onClose={onClose}
      />
    );
  const ask = way.asks.find(({ key }) => given[key] === undefined);
  if (!ask) return null;
  const take = (typed: string) => {
    const value = read(ask, typed, holes);
    if (typeof value === "string") return setMessage(value);
    setMessage(null);
    const all = { ...given, [ask.key]: value };
    setGiven(all);
    if (way.asks.some(({ key }) => all[key] === undefined)) return;
    const { method, instrument } = way;
    const takings = way.places(all, holes, line.sign).map(
      (place): Taking => ({
        ...place,
        what: line.what,
        typed: way.asks.map(({ key }) => all[key]).join(" "),
        method,
        instrument,
      }),
    );
    const wrong = onRead(takings);
    if (wrong) return setMessage(wrong);
    // High and low: the other one of the two is read at the same turn.
    const other = method === "high-low" && line.what === "lateral" ? lines[1] : null;
    if (!other) return onClose();
    setLine(other);
    setGiven({});
  };
  const highest = way.method === "high-low" && line.what === "lateral" && ask.key === "high";
  return (
    <EntryBar
      key={`${line.what}${ask.key}`}
      prompt={`${line.what === "lateral" ? "side to side" : "hop"}: ${ask.prompt}`}
      how={highest ? `highest: farthest to the ${names.A}` : ask.how}
      kind="number"
      message={message}
      onTake={take}
      onClose={onClose}
    />
  );
};
