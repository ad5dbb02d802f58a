import { middleDiameter } from "../spoke/wire";
import type { Wheel } from "../wheel/wheel-file";

type Held = Pick<Wheel["spoke"], "diameter" | "body" | "threadPitch" | "strength">;

/** A spoke may be this far over its side's mean, or under it, and must still hold, and still pull. */
export const UNEVEN = 0.2;

/** Part of its strength that a spoke is worked to (from memory): 600 N/mm² of a usual wire's 1000. */
const WORKED_TO = 0.6;

/** What holds least of a spoke, and N at which that carries its working stress. */
export interface SpokeCeiling {
  readonly at: "thread" | "middle";
  readonly tension: number;
}

/**
 * Tension at which the thinnest of a spoke carries its working stress: its thread's core, d − 1.2269·p (ISO 68-1 / ISO 724,
 * 60° thread: d₃), or a middle that is thinner still.
 */
export const spokeCeiling = (spoke: Held): SpokeCeiling => {
  const holds = (diameter: number): number => (Math.PI / 4) * diameter * diameter * (WORKED_TO * spoke.strength);
  const thread = holds(Math.max(0, spoke.diameter - 1.2269 * spoke.threadPitch));
  const middle = holds(middleDiameter(spoke));
  return middle < thread ? { at: "middle", tension: middle } : { at: "thread", tension: thread };
};
