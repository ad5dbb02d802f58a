"use client";
import { useState } from "react";
import type { Advice } from "@/core/truing/saying/advice";

/** Turns a hand may ask of one nipple in a round. */
const MOST = 2;

/** The turns of a round as advised, and as somebody altered them since. */
export const useAltered = (advice: Advice | null, walked: readonly number[]) => {
  const [altered, setAltered] = useState<Readonly<Record<number, number>>>({});
  const turns = advice ? advice.turns.map((t, i) => altered[i] ?? t) : [];
  return {
    altered,
    turns,
    toTurn: turns.filter((t) => t !== 0).length,
    /** So many turns more, + tighter; a nipple turned already is left. */
    alter: (spoke: number, by: number) => {
      if (!advice || walked.includes(spoke)) return;
      const to = Math.max(-MOST, Math.min(MOST, Math.round((turns[spoke - 1] + by) * 16) / 16));
      setAltered({ ...altered, [spoke - 1]: to });
    },
    asAdvised: () => setAltered({}),
  };
};
