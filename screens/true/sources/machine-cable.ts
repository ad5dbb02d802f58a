import type { CableGauge } from "@/core/runout/cable-gauge";
import { openLine } from "../../parts/kept/open-line";
import type { TakeLine, Wire, WireState } from "./wire";

/** ms it is listened to after the last who wanted its lines: the next stop of a walk comes at once. */
const LINGER = 2000;
/** ms until the shop is listened to again. */
const AGAIN = 2000;

const NONE: WireState = { state: "none" };
const OPEN: WireState = { state: "open" };
const LOST: WireState = { state: "lost", message: "the gauge’s cable is off the shop’s machine; put it on" };
const AWAY: WireState = { state: "lost", message: "the shop does not answer, and its gauge with it" };

const listenTo = ({ port, way }: Pick<CableGauge, "port" | "way">): Wire => {
  let state: WireState = NONE;
  const listeners = new Set<() => void>();
  const takers = new Set<TakeLine>();
  let close: (() => void) | null = null;
  let leaving: ReturnType<typeof setTimeout> | undefined;
  const change = (to: WireState) => {
    if (state === to) return;
    state = to;
    for (const listener of listeners) listener();
  };
  const listen = () => {
    close = openLine({
      address: `/api/cables/lines?${new URLSearchParams({ port, way })}`,
      on: {
        on: ({ is }: { is: boolean }) => change(is ? OPEN : LOST),
        line: ({ text, at }: { text: string; at: number }) => {
          for (const take of takers) take(text, at);
        },
      },
      // Whether the cable is on is told first of all.
      onHeard: (is) => {
        if (!is) change(AWAY);
      },
      again: AGAIN,
    });
  };
  return {
    now: () => state,
    onChange: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    want: (take) => {
      takers.add(take);
      clearTimeout(leaving);
      if (!close) listen();
      return () => {
        takers.delete(take);
        if (takers.size > 0) return;
        leaving = setTimeout(() => {
          close?.();
          close = null;
          change(NONE);
        }, LINGER);
      };
    },
  };
};

const wires = new Map<string, Wire>();

/** A gauge on a cable of the shop's machine; heard only while somebody wants its lines. */
export const machineCable = (gauge: Pick<CableGauge, "port" | "way">): Wire => {
  const key = `${gauge.port} ${gauge.way}`;
  const wire = wires.get(key) ?? listenTo(gauge);
  wires.set(key, wire);
  return wire;
};
