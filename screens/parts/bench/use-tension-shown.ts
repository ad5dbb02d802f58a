"use client";
import { useMemo } from "react";
import type { ForceUnit } from "@/core/units/forces";
import { showTension, tensionFigure } from "@/core/units/show-force";
import { useForce } from "../kept/kept-choice";

/** Tensions as this tablet says them, wherever it shows one. */
export interface TensionShown {
  readonly unit: ForceUnit;
  /** With its unit. */
  readonly say: (newton: number) => string;
  /** Without, under a heading that says it. */
  readonly figure: (newton: number) => string;
}

export const useTensionShown = (): TensionShown => {
  const [unit] = useForce();
  return useMemo(
    () => ({ unit, say: (newton) => showTension(newton, unit), figure: (newton) => tensionFigure(newton, unit) }),
    [unit],
  );
};
