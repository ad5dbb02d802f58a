import type { PracticeLevel } from "@/core/shop/practice-levels";
import type { Wheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "./hidden-wheel";
import { chance } from "./random";
import { StandInWheel } from "./stand-in-wheel";

/** A rim as it left the maker's: straight to a few hundredths, no weld to be seen. */
const STRAIGHT = { bareLateral: 0.06, bareRadial: 0.06, seam: 0, lateralScale: 1, radialScale: 1, share: 0.7 } as const;
/** Up to tension and even, as somebody else left it; the rim draws in under it and takes a sixth of it off again. */
const EVEN = { part: 1.2, scatter: 0.008 } as const;

/**
 * One buckle: a few neighbours of one side let go, the others hold. Several: two of those, a place pulled in, and spokes a
 * little uneven. Fresh: laced and barely tight. Bent: fallen on, the rim itself bent, the spokes wound up.
 */
export const practiceStand = (wheel: Wheel, seed: number, level: PracticeLevel): StandInWheel => {
  const luck = chance(seed * 6151 + 3);
  const n = wheel.rim.holes;
  const place = () => 1 + Math.floor(luck.between(0, n));
  const at = (k: number) => ((((k - 1) % n) + n) % n) + 1;
  if (level === "fresh") return new StandInWheel(wheel, hiddenWheel(seed, "fresh"));
  if (level === "bent") {
    const bend = { lateral: luck.between(0.6, 0.9), radial: luck.between(-0.5, -0.3), from: place(), spokes: 7 };
    return new StandInWheel(wheel, hiddenWheel(seed, "buckled", { bend, windUp: 0.25 }));
  }
  const laced = level === "buckle" ? EVEN : { ...EVEN, scatter: 0.03 };
  const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled", { ...STRAIGHT, laced }));
  const { threadPitch } = wheel.spoke;
  /** Neighbours of one side let go, those between them tightened: the rim stands over to the other side there. */
  const buckle = (from: number, turns: number) => {
    for (let k = 0; k < 5; k++) stand.shorten(at(from + k), (k % 2 === 0 ? -1 : 0.7) * turns * threadPitch);
  };
  const first = place();
  buckle(first, luck.between(0.45, 0.6));
  if (level === "several") {
    buckle(at(first + Math.round(n / 3)), luck.between(0.25, 0.4));
    // Four neighbours tighter pull the rim in: a low place.
    for (let k = 0; k < 4; k++) stand.shorten(at(first + Math.round((2 * n) / 3) + k), 0.4 * threadPitch);
  }
  return stand;
};
