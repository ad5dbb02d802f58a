"use client";
import { useSyncExternalStore } from "react";
import { CABLE_WAY_NAMES, type CableWay } from "@/core/runout/cable-ways";
import { DIAL_KINDS, type Dial } from "@/core/runout/dials";
import type { LengthUnit } from "@/core/units/lengths";

/** A choice this tablet keeps; every part of the page that shows it changes with it. `kept` tells it was ever made. */
const keptChoice = <T extends string>(key: string, first: T, valid: (text: string) => text is T) => {
  const listeners = new Set<() => void>();
  const read = (): T => {
    try {
      const kept = localStorage.getItem(key);
      return kept !== null && valid(kept) ? kept : first;
    } catch {
      return first;
    }
  };
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  const isKept = (): boolean => {
    try {
      return localStorage.getItem(key) !== null;
    } catch {
      return true;
    }
  };
  return (): readonly [now: T, set: (to: T) => void, kept: boolean] => [
    useSyncExternalStore(subscribe, read, () => first),
    (to: T) => {
      localStorage.setItem(key, to);
      for (const listener of listeners) listener();
    },
    useSyncExternalStore(subscribe, isKept, () => true),
  ];
};

export const UNITS: readonly LengthUnit[] = ["mm", "inch", "thou"];

/** What a bare figure is in, and what lengths are shown in. */
export const useUnit = keptChoice<LengthUnit>("tall-compass-unit", "mm", (t): t is LengthUnit =>
  (UNITS as readonly string[]).includes(t),
);

/** Who is at this bench, where nobody signs in (use-who.ts). */
export const useKeptWho = keptChoice<string>("tall-compass-who", "", (t): t is string => t.length <= 60);

/** Are the walks spoken aloud? */
export const useVoice = keptChoice<"on" | "off">("tall-compass-voice", "off", (t): t is "on" | "off" =>
  ["on", "off"].includes(t),
);

/** The key a foot pedal sends; empty for none. */
export const usePedal = keptChoice<string>("tall-compass-pedal", "", (t): t is string => t.length <= 40);

/** The key that locks this tablet, where people sign in; empty for none. */
export const useLockKey = keptChoice<string>("tall-compass-lock-key", "Pause", (t): t is string => t.length <= 40);

/** What tensions are shown and entered in. */
export const useForce = keptChoice<"N" | "kgf" | "lbf">("tall-compass-force", "N", (t): t is "N" | "kgf" | "lbf" =>
  ["N", "kgf", "lbf"].includes(t),
);

/** What one division of the dial at this bench is. */
export const useDial = keptChoice<Dial>("tall-compass-dial", "1/100", (t): t is Dial =>
  (DIAL_KINDS as readonly string[]).includes(t),
);

/** Which way the plus of a gauge with figures lies at this tablet, side to side and hop: + towards A, + high. */
const SIGNS = ["+", "-"] as const;
type Sign = (typeof SIGNS)[number];
const isSign = (t: string): t is Sign => (SIGNS as readonly string[]).includes(t);
export const useSidePlus = keptChoice<Sign>("tall-compass-side-plus", "+", isSign);
export const useHopPlus = keptChoice<Sign>("tall-compass-hop-plus", "+", isSign);

/** How the gauge on this tablet's cable sends, and what its lines look like; empty until one was learnt. */
export const useCableWay = keptChoice<CableWay>("tall-compass-cable-way", "9600 8N1", (t): t is CableWay =>
  (CABLE_WAY_NAMES as readonly string[]).includes(t),
);
export const useCableLine = keptChoice<string>("tall-compass-cable-line", "", (t): t is string => t.length < 400);

/** Gauges of the shop's machine this tablet reads with, as they were set up; empty for none: any way, and hop beside it. */
export const useMainGauge = keptChoice<string>("tall-compass-gauge", "", (t): t is string => t.length < 1000);
export const useHopGauge = keptChoice<string>("tall-compass-hop-gauge", "", (t): t is string => t.length < 1000);

/** How a wheel is turned under a gauge that sends by itself: the way its spokes come by, and where its turns are cut. */
const SPIN_WAYS = ["on", "back"] as const;
export const useSpinWay = keptChoice<(typeof SPIN_WAYS)[number]>(
  "tall-compass-spin-way",
  "on",
  (t): t is (typeof SPIN_WAYS)[number] => (SPIN_WAYS as readonly string[]).includes(t),
);
export const SPIN_CUTS = ["strip", "weld", "taps"] as const;
export type SpinCut = (typeof SPIN_CUTS)[number];
export const useSpinCut = keptChoice<SpinCut>("tall-compass-spin-cut", "strip", (t): t is SpinCut =>
  (SPIN_CUTS as readonly string[]).includes(t),
);

/** What the offset is measured with at the stand. */
export const useOffsetTool = keptChoice<string>(
  "tall-compass-offset-tool",
  "direct",
  (t): t is string => t.length < 20,
);

/** Which job's walk was last worked in here: coming back from another, the dial may stand otherwise. */
export const useLastWalk = keptChoice<string>("tall-compass-last-walk", "", (t): t is string => t.length < 80);

/** How the wheel at hand is read: how close, and what besides the rim; the job it is for stands in it. */
export const useReadingChoice = keptChoice<string>("tall-compass-reading", "", (t): t is string => t.length < 400);

/** A learner's plan for the round in hand, as it grows; the round it is for stands in it. */
export const useOwnDraft = keptChoice<string>("tall-compass-own-plan", "", (t): t is string => t.length < 4000);
