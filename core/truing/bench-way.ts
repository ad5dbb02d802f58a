import type { DoneAct } from "../acts/act";
import { nippleStates } from "../acts/acts-come-to";
import { sittingOf } from "../figures/truing";
import type { Taken } from "../measurement/taken";
import { type Tolerance, type ToleranceName, toleranceOf } from "../runout/tolerance";
import type { JobKind } from "../wheel/stages";
import { SCHOOLS, type School } from "./solving/schools";

/** How this wheel is worked on, from what was told at the bench. */
export interface BenchWay {
  readonly tolerance: Tolerance;
  readonly school: School;
  /** Part of the target it held to begin with, as a hand feels it; null while nobody said. */
  readonly tight: number | null;
  readonly tyreOn: boolean;
  /** Turned in the machine, not on a stand. */
  readonly inMachine: boolean;
  /** Turns of thread left each way, per spoke; null where nothing limits it. */
  readonly left: readonly (number | readonly [number, number] | null)[];
  readonly stuck: readonly number[];
  readonly slipped: readonly number[];
}

/** Turns a nipple may be tightened with the tyre on and nobody knowing the thread above it. */
const UNKNOWN_FREE = 0.5;

/** A customer who waits has as few nipples turned as bring his wheel inside; where the shop chose another way, that. */
export const usualSchool = (kind: JobKind, shop: School): School =>
  kind === "true-only" && shop === "at-once" ? "fewest" : shop;

export const jobTolerance = (name: ToleranceName, taken: Readonly<Record<string, Taken>>): Tolerance =>
  toleranceOf(name, taken["true.own"]?.value ?? null);

/** What was told of a wheel at the bench. */
interface Told {
  readonly holes: number;
  readonly tolerance: ToleranceName;
  readonly taken: Readonly<Record<string, Taken>>;
  readonly acts: readonly DoneAct[];
  /** Turns each nipple was tightened so far with the tyre on; left out while that is not asked. */
  readonly tightened?: readonly number[];
}

/** @param usual the shop's way of working, where this wheel was not told another */
export const benchWay = ({ holes, tolerance, taken, acts, tightened }: Told, usual: School): BenchWay => {
  const spokes = [...Array(holes).keys()].map((i) => i + 1);
  const states = nippleStates(acts, holes);
  const stuck = spokes.filter((s) => states[s - 1] === "stuck");
  const slipped = spokes.filter((s) => states[s - 1] === "slipped");
  const { tyreOn, inMachine } = sittingOf(taken["true.tyre"]?.typed);
  const free = taken["true.free"]?.value ?? UNKNOWN_FREE;
  const school = taken["true.school"]?.typed;
  const tight = taken["true.tight"]?.typed;
  return {
    tolerance: jobTolerance(tolerance, taken),
    school: SCHOOLS.find((s) => s === school) ?? usual,
    tight: tight === undefined ? null : Number(tight),
    tyreOn,
    inMachine,
    stuck,
    slipped,
    left: spokes.map((s) => {
      if (stuck.includes(s)) return 0;
      return tyreOn ? ([20, Math.max(0, free - Math.max(0, tightened?.[s - 1] ?? 0))] as const) : null;
    }),
  };
};
