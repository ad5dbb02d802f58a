import type { ReadingSource } from "@/core/rounds/reading";
import { DIALS, type Dial, showsFigures } from "@/core/runout/dials";
import { type ForceUnit, NEWTON_PER } from "@/core/units/forces";
import type { TakeKey } from "../parts/bench/typed-field";
import { DIAL_WORDS } from "./dial-words";
import type { Stop } from "./reading-places";
import type { useOffsetStop } from "./use-offset-stop";

/** What a stop of the reading walk asks, and what a figure there is in. */
export interface StopAsked {
  readonly prompt: string;
  readonly how: string;
  /** On the entry bar. */
  readonly unit: string;
  readonly keys: readonly TakeKey[];
  /** Read with a dial: its divisions, its needle laid flat, the unit changed by a tap. */
  readonly onDial: boolean;
  /** Which way a gauge's plus lies, and what turns it round; null where a key says which way each figure lies. */
  readonly plus: { readonly words: string; readonly turn: () => void } | null;
  /** What a bare figure is in, and what it is taken with. */
  readonly source: Pick<ReadingSource, "instrument" | "method" | "unit"> & { readonly per: number };
  /** 1 σ, mm; null for a careful dial or gauge. */
  readonly sure: number | null;
}

interface Asking {
  readonly names: { readonly A: string; readonly B: string };
  readonly dial: Dial;
  readonly force: ForceUnit;
  readonly edges: boolean;
  readonly tyreOn: boolean;
  readonly offset: ReturnType<typeof useOffsetStop>;
  /** The figure before can be taken again. */
  readonly same: boolean;
  /** The sign with which a gauge's plus counts, and what turns it round. */
  readonly plus: Readonly<Record<"side" | "hop", { readonly sign: 1 | -1; readonly turn: () => void }>>;
}

export const stopAsked = (
  stop: Stop,
  { names, dial, force, edges, tyreOn, offset, same, plus: gauge }: Asking,
): StopAsked => {
  const { label, words } = DIAL_WORDS[dial];
  const { instrument, mm, sure } = DIALS[dial];
  const repeat = same ? [{ label: "same", sign: 1 as const, again: true, quiet: true }] : [];
  const onDial = (prompt: string, where: string, plus: string, minus: string): StopAsked => {
    const asked = { prompt, how: `dial on ${where}, over the spoke; ${words}`, unit: label, onDial: true, sure };
    if (!showsFigures(dial))
      return {
        ...asked,
        keys: [...repeat, { label: plus, sign: 1 }, { label: minus, sign: -1 }],
        plus: null,
        source: { instrument, method: "at-place", unit: "division", per: mm },
      };
    const { sign, turn } = gauge[stop.what === "radial" ? "hop" : "side"];
    return {
      ...asked,
      keys: [...repeat, { label: "take", sign }],
      plus: { words: `+ ${sign === 1 ? plus : minus}`, turn },
      source: { instrument, method: "at-place", unit: dial === "shown mm" ? "mm" : "inch", per: mm },
    };
  };
  const [toA, toB] = [`to ${names.A}`, `to ${names.B}`];
  switch (stop.what) {
    case "lateral":
      return onDial("side to side", `the ${edges ? `${names.A}'s edge` : "rim's side"}`, toA, toB);
    case "far-edge":
      return onDial("side to side, other edge", `the ${names.B}'s edge`, toA, toB);
    case "radial":
      return onDial("hop", tyreOn ? "the rim's edge" : "the bed", "high", "low");
    case "tension":
      return {
        prompt: `tension, ${force}`,
        how: "gauge on the spoke's middle; 0 for slack; skip if not read",
        unit: force,
        keys: [{ label: "take", sign: 1 }],
        onDial: false,
        plus: null,
        source: { instrument: "gauge", method: "at-place", unit: force, per: NEWTON_PER[force] },
        sure: null,
      };
    case "offset":
      return {
        prompt: `${offset.prompt}, mm`,
        how: offset.how,
        unit: "mm",
        keys: offset.keys,
        onDial: false,
        plus: null,
        source: { instrument: "rule", method: offset.method, unit: "mm", per: 1 },
        sure: null,
      };
  }
};
