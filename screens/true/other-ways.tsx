"use client";
import { useState } from "react";
import { fromHighAndLow, fromPenMark, fromRubbing, type PlaceRead } from "@/core/runout/other-ways";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/entry-bar";

type Way = "high-low" | "pen" | "rubbing";
interface OtherWaysProps {
  readonly holes: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly onRead: (what: "lateral" | "radial", places: readonly PlaceRead[], typed: string) => Promise<string | null>;
  readonly onClose: () => void;
}

/** What each way asks, in order. */
const ASKED: Readonly<Record<Way, readonly (readonly [key: string, prompt: string, how: string])[]>> = {
  "high-low": [
    ["high", "highest at spoke", "turn it once: where does the dial stand highest?"],
    ["low", "lowest at spoke", "and where lowest?"],
    ["total", "from low to high, mm", "the whole swing of the dial; 0.8, or 30 thou"],
  ],
  pen: [
    ["from", "mark begins at spoke", "hold the pen still, turn the wheel: where does the mark begin?"],
    ["to", "mark ends at spoke", "clockwise from the valve"],
    ["darkest", "darkest at spoke", "where it is broadest or darkest"],
  ],
  rubbing: [
    ["from", "rubs from spoke", "where does it begin to rub, clockwise from the valve?"],
    ["to", "rubs to spoke", "and where does it stop?"],
    ["gap", "gap half a turn on, mm", "feeler or shims where it stands farthest off"],
  ],
};

/** Readings without a dial all round: only high and low, a pen's mark, or where it rubs. */
export const OtherWays = ({ holes, names, onRead, onClose }: OtherWaysProps) => {
  const [way, setWay] = useState<Way | null>(null);
  const [what, setWhat] = useState<{ what: "lateral" | "radial"; sign: 1 | -1 } | null>(null);
  const [given, setGiven] = useState<Readonly<Record<string, number>>>({});
  const [message, setMessage] = useState<string | null>(null);
  if (!way)
    return (
      <EntryBar
        prompt="read without going round with the dial"
        how="each gives what it can; the advice knows how little that is"
        kind="number"
        choices={[
          { value: "high-low", label: "only high and low" },
          { value: "pen", label: "pen marks" },
          { value: "rubbing", label: "where it rubs" },
        ]}
        onTake={(w) => setWay(w as Way)}
        onClose={onClose}
      />
    );
  if (!what)
    return (
      <EntryBar
        key="what"
        prompt="which way"
        how={way === "high-low" ? "side to side, or up and down" : "where the pen or the fixed thing stands"}
        kind="number"
        choices={
          way === "high-low"
            ? [
                { value: "lateral+", label: "side to side" },
                { value: "radial+", label: "hop" },
              ]
            : [
                { value: "lateral+", label: names.A },
                { value: "lateral-", label: names.B },
                { value: "radial+", label: "above the rim" },
              ]
        }
        onTake={(w) =>
          setWhat({ what: w.startsWith("lateral") ? "lateral" : "radial", sign: w.endsWith("-") ? -1 : 1 })
        }
        onClose={onClose}
      />
    );
  const next = ASKED[way].find(([key]) => given[key] === undefined);
  if (!next) return null;
  const [key, prompt, how] = next;
  const isSpoke = prompt.includes("spoke");
  const hint =
    way === "high-low" && what.what === "lateral" && key === "high" ? `highest: farthest to the ${names.A}` : how;
  const take = async (typed: string) => {
    const read = readLength(typed, "mm");
    if (!read.ok) return setMessage(read.message);
    const value = isSpoke ? read.value : read.mm;
    if (isSpoke && (!Number.isInteger(value) || value < 1 || value > holes))
      return setMessage(`${typed} is no spoke of this wheel; 1 to ${holes}`);
    if (!isSpoke && value < 0) return setMessage(`${typed} is less than nothing`);
    setMessage(null);
    const all = { ...given, [key]: value };
    setGiven(all);
    if (ASKED[way].some(([k]) => all[k] === undefined)) return;
    const places =
      way === "high-low"
        ? fromHighAndLow(all.high, all.low, all.total)
        : way === "pen"
          ? fromPenMark(all.from, all.to, all.darkest, holes, what.sign)
          : fromRubbing(all.from, all.to, all.gap, holes, what.sign);
    const wrong = await onRead(what.what, places, `${way} ${Object.values(all).join(" ")}`);
    if (wrong) setMessage(wrong);
    else if (way === "high-low" && what.what === "lateral") {
      // The other one of the two is read at the same turn.
      setWhat({ what: "radial", sign: 1 });
      setGiven({});
    } else onClose();
  };
  return (
    <EntryBar
      key={`${what.what}${key}`}
      prompt={`${what.what === "lateral" ? "side to side" : "hop"}: ${prompt}`}
      how={hint}
      kind="number"
      message={message}
      onTake={(typed) => void take(typed)}
      onClose={onClose}
    />
  );
};
