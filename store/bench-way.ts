import type { Taken } from "@/core/measurement/taken";
import { TOLERANCES, type Tolerance } from "@/core/runout/tolerance";
import { SCHOOLS, type School } from "@/core/truing/schools";
import type { ToleranceName } from "./jobs";

/** How this wheel is worked on, from what was told at the bench. */
export interface BenchWay {
  readonly tolerance: Tolerance;
  readonly school: School;
  /** Part of the target it held to begin with, as a hand feels it; null while nobody said. */
  readonly tight: number | null;
  readonly tyreOn: boolean;
  /** Turns of thread left each way, per spoke; null where nothing limits it. */
  readonly left: readonly (number | readonly [number, number] | null)[];
  readonly stuck: readonly number[];
  readonly slipped: readonly number[];
}

/** Turns a nipple may be tightened with the tyre on and nobody knowing the thread above it. */
const UNKNOWN_FREE = 0.5;

export const toleranceOf = (name: ToleranceName, taken: Readonly<Record<string, Taken>>): Tolerance => {
  const own = taken["true.own"]?.value;
  if (name !== "own") return TOLERANCES[name];
  return own ? { lateral: own, radial: own, offset: Math.max(own, 0.2), tensionSpread: 0.2 } : TOLERANCES.shop;
};

/**
 * @param tightened turns each nipple was tightened so far with the tyre on
 * @param usual the shop's way of working, where this wheel was not told another
 */
export const benchWay = (
  holes: number,
  name: ToleranceName,
  taken: Readonly<Record<string, Taken>>,
  tightened: readonly number[],
  usual: School,
): BenchWay => {
  const state = (spoke: number) => taken["nipple.stuck"]?.counting.findLast((e) => e.place === spoke)?.typed;
  const spokes = [...Array(holes).keys()].map((i) => i + 1);
  const stuck = spokes.filter((s) => state(s) === "stuck");
  const slipped = spokes.filter((s) => state(s) === "slipped");
  const tyreOn = taken["true.tyre"]?.typed.startsWith("on") ?? false;
  const free = taken["true.free"]?.value ?? UNKNOWN_FREE;
  const school = taken["true.school"]?.typed;
  const tight = taken["true.tight"]?.typed;
  return {
    tolerance: toleranceOf(name, taken),
    school: SCHOOLS.find((s) => s === school) ?? usual,
    tight: tight === undefined ? null : Number(tight),
    tyreOn,
    stuck,
    slipped,
    left: spokes.map((s) => {
      if (stuck.includes(s)) return 0;
      return tyreOn ? ([20, Math.max(0, free - Math.max(0, tightened[s - 1]))] as const) : null;
    }),
  };
};
