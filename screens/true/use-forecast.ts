"use client";
import { useMemo } from "react";
import { RimBuckles } from "@/core/mechanics/buckling";
import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import type { Advice } from "@/core/truing/saying/advice";
import type { Wheel } from "@/core/wheel/wheel-file";

/** What the wheel should become, with the turns somebody altered: worked out anew while a nipple is dragged. */
export const useForecast = (wheel: Wheel, advice: Advice | null, altered: Readonly<Record<number, number>>) => {
  const geometry = useMemo(() => wheelGeometry(wheel), [wheel]);
  // What a nipple does, from what was learnt: a turn dragged here is answered in the same frame.
  const elastic = useMemo(() => {
    if (!advice) return null;
    try {
      return elasticWheel(geometry, advice.learnt.stiffness, advice.forecast.tension);
    } catch (error) {
      if (error instanceof RimBuckles) return null;
      throw error;
    }
  }, [advice, geometry]);
  return useMemo(() => {
    if (!advice || !elastic) return null;
    const per = wheel.spoke.threadPitch * advice.learnt.grip;
    const lines = {
      lateral: [...advice.forecast.lateral],
      radial: [...advice.forecast.radial],
      tension: [...advice.forecast.tension],
    };
    const n = lines.lateral.length;
    for (const [at, turns] of Object.entries(altered)) {
      const j = Number(at);
      const by = (turns - advice.turns[j]) * per;
      for (let i = 0; i < n; i++) {
        lines.lateral[i] += elastic.influences.lateral[i * n + j] * by;
        lines.radial[i] += elastic.influences.radial[i * n + j] * by;
        lines.tension[i] = Math.max(0, lines.tension[i] + elastic.influences.tension[i * n + j] * by);
      }
    }
    return lines;
  }, [advice, elastic, altered, wheel]);
};
