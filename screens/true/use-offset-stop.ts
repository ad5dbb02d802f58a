"use client";
import { type OffsetNowMethod, type OffsetWay, offsetNow } from "@/core/offset/offset-now";
import type { Round } from "@/core/rounds/round";
import { withSideNames } from "@/core/wheel/side-names";
import type { TakeKey } from "../parts/bench/typed-field";
import { useOffsetTool } from "../parts/kept/kept-choice";

interface OffsetStop {
  readonly prompt: string;
  readonly how: string;
  readonly keys: readonly TakeKey[];
  readonly tool: string;
  readonly method: OffsetNowMethod;
  readonly nextTool: () => void;
  /** The first of two lengths by this way, mm; null while it is the first (or only) one that is asked. */
  readonly first: number | null;
  /**
   * @param value mm of the length asked for
   * @returns mm of offset; null while there is another length to take, which is then asked for
   */
  readonly come: (value: number) => number | null;
}

/** The first length taken by a way in a round that has no offset since; null for none. */
const firstLength = (round: Round, way: OffsetWay): number | null => {
  if (way.asks.length === 1) return null;
  const last = round.readings.findLast((r) => r.what === "offset" || r.what === "offset-part");
  return last?.what === "offset-part" && last.method === way.key ? last.value : null;
};

/** The offset at the stand, by whatever it is measured with; the first of two lengths is a reading like any other. */
export const useOffsetStop = (
  round: Round,
  ways: readonly OffsetWay[],
  names: { readonly A: string; readonly B: string },
  inMachine: boolean,
): OffsetStop => {
  const [kept, setTool, chosen] = useOffsetTool();
  // In the machine its own arm is what there is to measure from.
  const tool = !chosen && inMachine ? "frame" : kept;
  const way = ways.find((w) => w.key === tool) ?? ways[0];
  const first = firstLength(round, way);
  const named = (text: string) => withSideNames(text, names);
  const ask = way.asks[first === null ? 0 : 1] ?? way.asks[0];
  return {
    prompt: named(ask.prompt),
    how: named(ask.how),
    keys: ask.takeAs
      ? ask.takeAs.map((label, i) => ({ label: named(label), sign: i === 0 ? 1 : -1 }) as const)
      : [{ label: "take", sign: 1 }],
    tool: way.label,
    method: way.key,
    nextTool: () => setTool(ways[(ways.indexOf(way) + 1) % ways.length].key),
    first,
    come: (value) => {
      if (way.asks.length === 1) return offsetNow(way, [value]);
      return first === null ? null : offsetNow(way, [first, value]);
    },
  };
};
