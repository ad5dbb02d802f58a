import { askWorker } from "../../parts/worker/ask-worker";
import type { SpinAnswer, SpinQuestion } from "./spin-question";

/** Lays what was heard round the rim, in a worker: the page goes on listening meanwhile. */
export const layRound = askWorker<SpinQuestion, SpinAnswer>(
  () => new Worker(new URL("./spin-worker.ts", import.meta.url)),
  "the turn cannot be worked out on this device",
);
