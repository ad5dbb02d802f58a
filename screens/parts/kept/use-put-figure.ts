"use client";
import { checkFigure } from "@/core/figures/check-figure";
import { useEnter } from "./use-enter";
import { useWho } from "./use-who";

/** Puts one figure down, told with a tap or a word. @returns what is wrong with it; null when it counts as entered */
export const usePutFigure = (jobId: string) => {
  const enter = useEnter(jobId);
  const [who] = useWho();
  return async (name: string, typed: string, place = 0, method = ""): Promise<string | null> => {
    const checked = checkFigure(name, typed, "mm", place);
    if (!checked.ok) return checked.message;
    const { value, unit } = checked;
    const figure = { id: crypto.randomUUID(), name, place, role: "new" as const, typed, unit, value, method, who };
    const sent = await enter({ what: "figure", jobId, figure });
    return sent.state === "refused" ? sent.message : null;
  };
};
