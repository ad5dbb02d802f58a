import { performance } from "node:perf_hooks";
import { SerialPort } from "serialport";
import { CABLE_WAYS, type CableWay } from "@/core/runout/cable-ways";
import { LineReader } from "@/core/runout/gauge-line";

/** Whoever listens to a gauge. */
export interface Listener {
  /** @param at ms, when its last piece came */
  readonly line: (text: string, at: number) => void;
  /** Whether the cable is on; told at the start, and whenever it changes. */
  readonly on: (is: boolean) => void;
}

/** ms until a cable that is off is tried again. */
const AGAIN = 1500;

interface Cable {
  readonly way: CableWay;
  /** Whether it is plugged in: nothing else is opened, whatever lies at that path. */
  readonly isThere: () => boolean;
  readonly listeners: Set<Listener>;
  port: SerialPort | null;
  isOn: boolean | null;
  again: ReturnType<typeof setTimeout> | undefined;
}

// One to a port, however many devices listen: the system gives it out once.
const held = globalThis as { tallCompassCables?: Map<string, Cable> };
held.tallCompassCables ??= new Map();
const cables = held.tallCompassCables;

const tell = (cable: Cable, isOn: boolean): void => {
  if (cable.isOn === isOn) return;
  cable.isOn = isOn;
  for (const listener of cable.listeners) listener.on(isOn);
};

const open = (path: string, cable: Cable): void => {
  const later = () => {
    tell(cable, false);
    if (cables.get(path) === cable) cable.again = setTimeout(() => open(path, cable), AGAIN);
  };
  if (!cable.isThere()) {
    later();
    return;
  }
  const reader = new LineReader(performance.now());
  const port = new SerialPort({ path, ...CABLE_WAYS[cable.way], autoOpen: false });
  cable.port = port;
  const off = () => {
    if (cable.port !== port) return;
    cable.port = null;
    later();
  };
  port.on("error", off);
  port.on("close", off);
  port.on("data", (bytes: Buffer) => {
    const at = performance.now();
    for (const line of reader.feed(bytes.toString("latin1"), at))
      for (const listener of cable.listeners) listener.line(line, at);
  });
  port.open((error) => (error ? off() : tell(cable, true)));
};

const close = (path: string, cable: Cable): void => {
  if (cables.get(path) === cable) cables.delete(path);
  clearTimeout(cable.again);
  const { port } = cable;
  cable.port = null;
  if (port?.isOpen) port.close();
};

/**
 * Hears the lines that come over a serial port. It is opened for the first who listens and closed after the last; asked to be
 * heard another way it is opened anew, for all. Pulled off, it is tried again until it is there.
 *
 * @param isThere whether the port is one of `portsHere` now
 * @returns ends it
 */
export const listen = (path: string, way: CableWay, isThere: () => boolean, listener: Listener): (() => void) => {
  let cable = cables.get(path);
  if (cable && cable.way !== way) {
    close(path, cable);
    cable = { way, isThere, listeners: cable.listeners, port: null, isOn: null, again: undefined };
    cables.set(path, cable);
    open(path, cable);
  }
  if (!cable) {
    cable = { way, isThere, listeners: new Set(), port: null, isOn: null, again: undefined };
    cables.set(path, cable);
    open(path, cable);
  }
  cable.listeners.add(listener);
  if (cable.isOn !== null) listener.on(cable.isOn);
  return () => {
    const now = cables.get(path);
    if (!now?.listeners.delete(listener) || now.listeners.size > 0) return;
    close(path, now);
  };
};
