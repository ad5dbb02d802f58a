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
 * mm of a thread's core. Threads of spokes are rolled, never cut: the wire becomes the pitch diameter d₂ = d − 0.6495·p, its
 * metal pressed outward as far as inward, and the core d₃ = d − 1.2269·p lies 0.5774·p under the wire (ISO 68-1 / ISO 724).
 */
const coreOf = ({ diameter, threadPitch }: Held): number => Math.max(0, diameter - (1.2269 - 0.6495) * threadPitch);

/** Tension at which the thinnest of a spoke carries its working stress: its thread's core, or a middle that is thinner still. */
export const spokeCeiling = (spoke: Held): SpokeCeiling => {
  const holds = (diameter: number): number => (Math.PI / 4) * diameter * diameter * (WORKED_TO * spoke.strength);
  const thread = holds(coreOf(spoke));
  const middle = holds(middleDiameter(spoke));
  return middle < thread ? { at: "middle", tension: middle } : { at: "thread", tension: thread };
};
