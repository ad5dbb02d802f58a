import type { PlacedSpoke } from "../lacing/placement";
import type { RoundReadings } from "../rounds/round-readings";
import type { Wheel } from "../wheel/wheel-file";
import { sideTensions } from "./balance";
import { type Heard, tensionsByEar, tightIn } from "./by-ear";
import { rankByHand, type Squeeze } from "./squeeze";

/** What was read in a round, with what was heard and felt of its spokes beside it. */
export type HeardReadings = RoundReadings &
  Pick<Heard, "note" | "known"> & {
    /** Pairs squeezed against each other. */
    readonly pairs?: readonly Squeeze[];
  };

/** Part of its tension by which one of two spokes must be tighter for a hand to tell (common practice: about a tenth). */
const HAND_TELLS = 0.1;

/** Part of an even tension a hand still feels: what it calls looser than all may pull as little. */
const FELT_LEAST = 0.1;

/**
 * Each round's tensions from whatever there is: gauge and told figures as they are, notes through the ends of their kind,
 * squeezed pairs by how far a hand tells them apart. Of pairs, and of notes with no known spoke of their kind, only the
 * evenness was taken: how tight the wheel is in all is what `tight` says, and the round says that it was reckoned. Pairs felt
 * after a wheel was brought up say nothing in newtons: it is no longer as tight as it was told to be.
 *
 * @param tight part of the wanted tension the wheel had to begin with, where somebody knows
 */
export const withoutGauge = (
  wheel: Wheel,
  spokes: readonly PlacedSpoke[],
  rounds: readonly HeardReadings[],
  tight: number | undefined,
): RoundReadings[] => {
  const { tensions, reckoned } = tensionsByEar(wheel, spokes, rounds, tight);
  const sides = sideTensions(wheel, spokes);
  return rounds.map(({ note, known: _, pairs = [], ...read }, r) => {
    const heard = tensions[r];
    const part = tightIn(tight, r);
    const felt = rankByHand(pairs).filter(({ spoke }) => typeof heard?.[spoke - 1] !== "number");
    if (felt.length === 0 || part === undefined)
      return { ...read, ...(heard ? { tension: heard } : {}), ...(reckoned && note ? { reckoned: true } : {}) };
    const tension = spokes.map((_, i) => heard?.[i] ?? null);
    const sure = new Array<number | null>(spokes.length).fill(null);
    for (const { spoke, level, sure: steps } of felt) {
      const even = part * sides[spokes[spoke - 1].flange];
      tension[spoke - 1] = even * Math.max(FELT_LEAST, 1 + HAND_TELLS * level);
      sure[spoke - 1] = even * HAND_TELLS * Math.max(steps, 0.3);
    }
    return { ...read, tension, sure: { ...read.sure, tension: sure }, reckoned: true };
  });
};
