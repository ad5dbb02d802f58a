import type { WayAhead } from "@/core/planning/bench-pace";
import type { Round } from "@/core/rounds/round";
import type { GaugeTable } from "@/core/tension/gauge-table";
import type { Advice } from "@/core/truing/saying/advice";
import type { frontOf } from "@/core/truing/solving/front";
import type { WheelOnStand } from "@/core/truing/wheel-on-stand";
import { askWorker } from "../parts/worker/ask-worker";

/** A wheel on the stand as a page has it: its rounds as they were read, with what puts them into newtons. */
export type StandTold = Omit<WheelOnStand, "read"> & {
  readonly rounds: readonly Round[];
  readonly tables: readonly GaugeTable[];
};

/** What can be worked out of a round. */
export interface WorkedOut {
  readonly advice: Advice;
  readonly front: ReturnType<typeof frontOf>;
  readonly ahead: WayAhead;
}

export interface HereQuestion {
  readonly what: keyof WorkedOut;
  readonly told: StandTold;
  readonly roundId: string;
}

const ask = () =>
  askWorker<HereQuestion, WorkedOut[keyof WorkedOut]>(
    () => new Worker(new URL("./advice-worker.ts", import.meta.url)),
    "it cannot be worked out on this device",
  );
/** One for each: the way ahead takes a second, and what to turn does not wait for it. */
const ASKED = { advice: ask(), front: ask(), ahead: ask() };

/**
 * Works out on this device what the record would, from the same figures by the same sums: what to turn while the record is
 * away, and always what it takes no part in.
 *
 * @throws with what there is too little of, in words
 */
export const workOutHere = <W extends keyof WorkedOut>(
  what: W,
  told: StandTold,
  roundId: string,
): Promise<WorkedOut[W]> => ASKED[what]({ what, told, roundId }) as Promise<WorkedOut[W]>;
