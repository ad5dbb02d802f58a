import type { SpinAnswer, SpinQuestion } from "./spin-question";

let worker: Worker | null = null;
let last = 0;

/** Lays what was heard round the rim, in a worker: the page goes on listening meanwhile. */
export const layRound = (question: Omit<SpinQuestion, "number">): Promise<SpinAnswer> => {
  worker ??= new Worker(new URL("./spin-worker.ts", import.meta.url));
  const asked = worker;
  last++;
  const number = last;
  return new Promise((resolve, reject) => {
    const hear = ({ data }: MessageEvent<SpinAnswer>) => {
      if (data.number !== number) return;
      asked.removeEventListener("message", hear);
      resolve(data);
    };
    asked.addEventListener("message", hear);
    asked.addEventListener("error", () => reject(new Error("the turn cannot be worked out on this device")), {
      once: true,
    });
    asked.postMessage({ ...question, number } satisfies SpinQuestion);
  });
};
