import type { Figures } from "../figures/newest";
import { wireTold } from "../spoke/material";
import { OF_WIRE } from "./figures-of-wheel";
import type { Wheel, WheelInput } from "./wheel-file";

/** What it listens to. */
export const TOLD_SINCE: readonly string[] = ["tension.target", ...OF_WIRE];

/**
 * A settled wheel with what the bench tells later, wherever the wheel is then asked for: how tight it is to be, and what its
 * spokes are as wire. Its lengths were settled before; spokes that are laced do not mind.
 */
export const toldSince = <W extends Wheel | WheelInput>(settled: W, figures: Figures): W => {
  const target = figures["tension.target"];
  return {
    ...settled,
    spoke: { ...settled.spoke, ...wireTold(figures, settled.spoke.diameter) },
    ...(typeof target === "number" ? { tension: { target } } : {}),
  };
};
