import { Listener, warmUp } from "@/core/tension/ear/listen";
import type { EarQuestion } from "./use-ear";

let listener: Listener | null = null;

/** Listens beside the page, so that a pluck is heard while something is drawn. */
self.onmessage = ({ data }: MessageEvent<EarQuestion>) => {
  if (data.kind === "begin") {
    warmUp(data.rate, data.range);
    listener = new Listener(data.rate, data.range);
  }
  if (data.kind === "range" && listener) listener.range = data.range;
  else if (data.kind === "sound" && listener) {
    const told = listener.feed(data.samples);
    self.postMessage({ told, level: listener.level });
  }
};
