"use client";
import { checkReading } from "@/core/rounds/check-reading";
import { readingOf, type Taking } from "@/core/rounds/taking";
import { BadInput } from "@/core/wheel/bad-input";
import { post } from "../kept/use-enter";
import { useWho } from "../kept/use-who";

/** Takes what was read, whatever it was read with. @returns what cannot be read so; null when all of it was taken */
export type TakeReadings = (takings: readonly Taking[]) => string | null;

/**
 * The one way readings come into a round: from keys, a dial laid flat, a list, a trace, the stand or any instrument. Kept
 * the moment they are taken; the walk goes on in the same breath, whatever the record is doing.
 */
export const useTakeReadings = (jobId: string, roundId: string | null, holes: number): TakeReadings => {
  const [who] = useWho();
  return (takings) => {
    if (roundId === null) return "no round is open";
    if (takings.length === 0) return "nothing was read";
    const readings = takings.map((taking) => readingOf(taking, who));
    try {
      for (const reading of readings) checkReading(reading, holes);
    } catch (error) {
      if (error instanceof BadInput) return error.message;
      throw error;
    }
    void post({ what: "readings", jobId, roundId, readings });
    return null;
  };
};
