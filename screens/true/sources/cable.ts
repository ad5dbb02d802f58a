import { CABLE_WAYS, type CableWay } from "@/core/runout/cable-ways";
import { LineReader } from "@/core/runout/gauge-line";
import type { TakeLine, Wire, WireState } from "./wire";

/** As much of a browser's serial port as is used here. */
interface Port {
  readonly readable: ReadableStream<Uint8Array> | null;
  open(how: { baudRate: number; dataBits: 7 | 8; parity: "none" | "even"; stopBits: 1 | 2 }): Promise<void>;
  close(): Promise<void>;
}
interface Serial extends EventTarget {
  requestPort(): Promise<Port>;
  getPorts(): Promise<Port[]>;
}

let state: WireState = { state: "none" };
let port: Port | null = null;
const listeners = new Set<() => void>();
const change = (to: WireState): void => {
  state = to;
  for (const listener of listeners) listener();
};

/** Whoever stands where a line is wanted; what comes while nobody does is no reading. */
let wanted: TakeLine | null = null;

/** The gauge on this device's own cable. */
export const ownCable: Wire = {
  now: () => state,
  onChange: (listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  want: (take) => {
    wanted = take;
    return () => {
      if (wanted === take) wanted = null;
    };
  },
};

const serial = (): Serial | null => (navigator as unknown as { readonly serial?: Serial }).serial ?? null;

/** Whether this browser lets a page use a cable at all. */
export const hasCables = (): boolean => typeof navigator !== "undefined" && serial() !== null;

const listen = async (opened: Port): Promise<void> => {
  const reader = new LineReader(performance.now());
  const text = new TextDecoder("ascii");
  try {
    for (const stream = opened.readable?.getReader(); stream; ) {
      const { done, value } = await stream.read();
      if (done) break;
      const at = performance.now();
      for (const line of reader.feed(text.decode(value, { stream: true }), at)) wanted?.(line, at);
    }
  } catch {
    // Pulled off: what was begun is no line.
  }
  if (port !== opened) return;
  port = null;
  change({ state: "lost", message: "the gauge’s cable is off; put it on and connect again" });
};

/** Opens the cable that is chosen in the browser's own list, or the one it was let use before. */
export const connect = async (way: CableWay, again = false): Promise<void> => {
  const found = serial();
  if (!found || port) return;
  let chosen: Port | null = null;
  try {
    chosen = again ? ((await found.getPorts())[0] ?? null) : await found.requestPort();
    if (!chosen) return;
    await chosen.open(CABLE_WAYS[way]);
  } catch {
    // None was chosen: it is as before. One that does not open is used by another program, or is not there.
    if (chosen) change({ state: "lost", message: "the cable could not be opened; is another program using it?" });
    return;
  }
  port = chosen;
  change({ state: "open" });
  void listen(chosen);
};
