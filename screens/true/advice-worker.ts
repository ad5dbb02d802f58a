import { readRounds } from "@/core/rounds/read-rounds";
import { adviceOn, frontOn, wayAheadOn } from "@/core/truing/round-advice";
import type { HereQuestion } from "./work-out-here";

const WORKED = { advice: adviceOn, front: frontOn, ahead: wayAheadOn };

/** Works out beside the page what the record would, from what the page shows. */
self.onmessage = ({ data: { number, what, told, roundId } }: MessageEvent<HereQuestion>) => {
  const { rounds, tables, ...known } = told;
  try {
    const read = readRounds(told.wheel, rounds, tables);
    self.postMessage({ number, answer: WORKED[what]({ ...known, read }, roundId) });
  } catch (error) {
    self.postMessage({ number, problem: error instanceof Error ? error.message : String(error) });
  }
};
