"use client";
import { useState } from "react";

interface StopsOptions {
  readonly count: number;
  /** Whether nothing was taken at a stop yet. */
  readonly isOpen: (at: number) => boolean;
  /** Past the last stop. */
  readonly onEnd: () => void;
  /** Where it begins, where somebody said so. */
  readonly start?: number;
}

/**
 * Where a walk round the wheel stands: it begins at the first stop that is still open, so that it finds its place again
 * after any break, and goes on to the next open one; one taken again does not mean all after it.
 */
export const useStops = ({ count, isOpen, onEnd, start }: StopsOptions) => {
  const stops = [...Array(count).keys()];
  const [at, setAt] = useState(() => start ?? Math.max(0, stops.findIndex(isOpen)));
  const move = (to: number) => (to >= count ? onEnd() : setAt(Math.max(0, to)));
  return {
    at,
    move,
    goOn: () => {
      const next = stops.findIndex((i) => i > at && isOpen(i));
      move(next < 0 ? count : next);
    },
  };
};
