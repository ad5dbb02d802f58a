"use client";
import { useState } from "react";
import { type OffsetWay, offsetNow } from "@/core/offset/offset-now";
import { withSideNames } from "@/core/truing/explain";
import type { TakeKey } from "../parts/entry-bar";
import { useOffsetTool } from "../parts/kept-choice";
import { send } from "../parts/outbox";

/** How a first length is put down until the second comes: for which round, by which way, mm. */
const noted = (roundId: string, way: string, value: number) => `${roundId}|${way}|${value}`;

interface OffsetStop {
  readonly prompt: string;
  readonly how: string;
  readonly keys: readonly TakeKey[];
  readonly tool: string;
  readonly nextTool: () => void;
  /**
   * @param value mm of the length asked for
   * @returns mm of offset; null while there is another length to take, which is then asked for
   */
  readonly take: (value: number) => number | null;
}

/** The offset at the stand, by whatever it is measured with; the first of two lengths is stored as it is taken. */
export const useOffsetStop = (
  jobId: string,
  roundId: string,
  ways: readonly OffsetWay[],
  part: string | null,
  names: { readonly A: string; readonly B: string },
  inMachine: boolean,
): OffsetStop => {
  const [kept, setTool, chosen] = useOffsetTool();
  // In the machine its own arm is what there is to measure from.
  const tool = !chosen && inMachine ? "frame" : kept;
  const way = ways.find((w) => w.key === tool) ?? ways[0];
  const [first, setFirst] = useState<number | null>(() => {
    const [round, key, value] = part?.split("|") ?? [];
    return round === roundId && key === way.key ? Number(value) : null;
  });
  const named = (text: string) => withSideNames(text, names);
  const ask = way.asks[first === null ? 0 : 1] ?? way.asks[0];
  return {
    prompt: named(ask.prompt),
    how: named(ask.how),
    keys: ask.takeAs
      ? ask.takeAs.map((label, i) => ({ label: named(label), sign: i === 0 ? 1 : -1 }) as const)
      : [{ label: "take", sign: 1 }],
    tool: way.label,
    nextTool: () => {
      setFirst(null);
      setTool(ways[(ways.indexOf(way) + 1) % ways.length].key);
    },
    take: (value) => {
      if (way.asks.length === 1) return offsetNow(way, [value]);
      if (first !== null) {
        setFirst(null);
        return offsetNow(way, [first, value]);
      }
      setFirst(value);
      void send(`/api/jobs/${jobId}/measurements`, {
        id: crypto.randomUUID(),
        name: "true.offsetPart",
        typed: noted(roundId, way.key, value),
      });
      return null;
    },
  };
};
