"use client";
import { useState } from "react";
import { MOST_ALTERED } from "@/core/rounds/turn";

/** So many turns more, + tighter, in sixteenths. */
export const altered = (turns: number, by: number): number =>
  Math.max(-MOST_ALTERED, Math.min(MOST_ALTERED, Math.round((turns + by) * 16) / 16));

/** The turns of a round as they were planned, and as somebody altered them since. @param planned null for none yet */
export const useAltered = (planned: readonly number[] | null, walked: readonly number[]) => {
  const [other, setOther] = useState<Readonly<Record<number, number>>>({});
  const turns = planned ? planned.map((t, i) => other[i] ?? t) : [];
  return {
    altered: other,
    turns,
    toTurn: turns.filter((t) => t !== 0).length,
    /** So many turns more, + tighter; a nipple turned already is left. */
    alter: (spoke: number, by: number) => {
      if (!planned || walked.includes(spoke)) return;
      setOther({ ...other, [spoke - 1]: altered(turns[spoke - 1], by) });
    },
    asPlanned: () => setOther({}),
  };
};
