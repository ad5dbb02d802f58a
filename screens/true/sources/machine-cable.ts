import type { CableGauge } from "@/core/runout/cable-gauge";
import type { TakeLine, Wire, WireState } from "./wire";

/** ms it is listened to after the last who wanted its lines: the next stop of a walk comes at once. */
const LINGER = 2000;
/** ms without a sign of life after which the shop counts as away, and until it is listened to again. */
const SILENCE = 5000;
const AGAIN = 2000;

const LOST: WireState = { state: "lost", message: "the gauge’s cable is off the shop’s machine; put it on" };
const AWAY: WireState = { state: "lost", message: "the shop does not answer, and its gauge with it" };

const listenTo = ({ port, way }: Pick<CableGauge, "port" | "way">): Wire => {
  let state: WireState = { state: "none" };
  const listeners = new Set<() => void>();
  const takers = new Set<TakeLine>();
  let line: EventSource | null = null;
  let silence: ReturnType<typeof setTimeout> | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  let leaving: ReturnType<typeof setTimeout> | undefined;
  const change = (to: WireState) => {
    if (state === to) return;
    state = to;
    for (const listener of listeners) listener();
  };
  const stop = () => {
    line?.close();
    line = null;
    clearTimeout(silence);
    clearTimeout(again);
  };
  const deaf = () => {
    stop();
    if (takers.size === 0) return change({ state: "none" });
    change(AWAY);
    again = setTimeout(listen, AGAIN);
  };
  const alive = () => {
    clearTimeout(silence);
    silence = setTimeout(deaf, SILENCE);
  };
  const listen = () => {
    line = new EventSource(`/api/cables/lines?${new URLSearchParams({ port, way })}`);
    alive();
    line.addEventListener("beat", alive);
    line.addEventListener("on", ({ data }) => {
      alive();
      change(JSON.parse(data).is ? { state: "open" } : LOST);
    });
    line.addEventListener("line", ({ data }) => {
      alive();
      const { text, at } = JSON.parse(data);
      for (const take of takers) take(text, at);
    });
    line.onerror = deaf;
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
      if (!line && takers.size === 1) listen();
      return () => {
        takers.delete(take);
        if (takers.size > 0) return;
        leaving = setTimeout(() => {
          stop();
          change({ state: "none" });
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
