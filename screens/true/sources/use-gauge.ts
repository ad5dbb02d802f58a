"use client";
import { useSyncExternalStore } from "react";
import type { CableGauge } from "@/core/runout/cable-gauge";
import type { GaugeLine } from "@/core/runout/gauge-line";
import { useCableLine, useHopGauge, useMainGauge } from "../../parts/kept/kept-choice";
import { hasCables, ownCable } from "./cable";
import { machineCable } from "./machine-cable";
import type { Wire } from "./wire";

/** A gauge on a cable, as this tablet reads with it. */
export interface Gauge {
  /** Null for the one on this device's own cable. */
  readonly name: string | null;
  readonly wire: Wire;
  /** Null until one of its lines was learnt. */
  readonly line: GaugeLine | null;
}

const kept = <T>(text: string): T | null => {
  try {
    return text === "" ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
};

const ofMachine = (text: string): Gauge | null => {
  const gauge = kept<CableGauge>(text);
  return gauge && { name: gauge.name, wire: machineCable(gauge), line: gauge.line };
};

/** What the rim is read with at this tablet; null where there is no cable. */
export const useGauge = (): Gauge | null => {
  const [main] = useMainGauge();
  const [line] = useCableLine();
  return ofMachine(main) ?? (hasCables() ? { name: null, wire: ownCable, line: kept<GaugeLine>(line) } : null);
};

/** Gauges that send by themselves, so that a turn of the wheel is a round; the second beside the first, for hop alone. */
export const useSpinGauges = (): { readonly main: Gauge | null; readonly hop: Gauge | null } => {
  const main = useGauge();
  const [hop] = useHopGauge();
  const beside = ofMachine(hop);
  return { main: main?.line?.streams ? main : null, hop: beside?.line?.streams ? beside : null };
};

export const useWireState = (wire: Wire) => useSyncExternalStore(wire.onChange, wire.now, wire.now);
