import type { WayAhead } from "@/core/planning/bench-pace";
import type { Round } from "@/core/rounds/round";
import type { GaugeTable } from "@/core/tension/gauge-table";
import type { Advice } from "@/core/truing/saying/advice";
import type { frontOf } from "@/core/truing/solving/front";
import type { WheelOnStand } from "@/core/truing/wheel-on-stand";

/** A wheel on the stand as a page has it: its rounds as they were read, with what puts them into newtons. */
export type StandTold = Omit<WheelOnStand, "read"> & {
  readonly rounds: readonly Round[];
  readonly tables: readonly GaugeTable[];
};

/** What can be worked out of a round. */
interface WorkedOut {
  readonly advice: Advice;
  readonly front: ReturnType<typeof frontOf>;
  readonly ahead: WayAhead;
}

export interface HereQuestion {
  readonly number: number;
  readonly what: keyof WorkedOut;
  readonly told: StandTold;
  readonly roundId: string;
}

type HereAnswer = { readonly number: number } & ({ readonly answer: unknown } | { readonly problem: string });

let worker: Worker | null = null;
let last = 0;

/**
 * Works out on this device what the record would be asked for, while it is away: the same sums from the same figures.
 *
 * @throws with what there is too little of, in words
 */
export const workOutHere = <W extends keyof WorkedOut>(
  what: W,
  told: StandTold,
  roundId: string,
): Promise<WorkedOut[W]> => {
  worker ??= new Worker(new URL("./advice-worker.ts", import.meta.url));
  const asked = worker;
  last++;
  const number = last;
  return new Promise((resolve, reject) => {
    const hear = ({ data }: MessageEvent<HereAnswer>) => {
      if (data.number !== number) return;
      asked.removeEventListener("message", hear);
      if ("answer" in data) resolve(data.answer as WorkedOut[W]);
      else reject(new Error(data.problem));
    };
    asked.addEventListener("message", hear);
    asked.addEventListener(
      "error",
      () => {
        worker = null;
        reject(new Error("it cannot be worked out on this device; it is once the record answers"));
      },
      { once: true },
    );
    asked.postMessage({ number, what, told, roundId } satisfies HereQuestion);
  });
};
