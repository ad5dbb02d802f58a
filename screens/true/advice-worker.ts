import { readRounds } from "@/core/rounds/read-rounds";
import { adviceOn, frontOn, wayAheadOn } from "@/core/truing/round-advice";
import { answerQuestions } from "../parts/worker/answer-questions";
import type { HereQuestion } from "./work-out-here";

const WORKED = { advice: adviceOn, front: frontOn, ahead: wayAheadOn };

answerQuestions(({ what, told, roundId }: HereQuestion) => {
  const { rounds, tables, ...known } = told;
  const read = readRounds(told.wheel, rounds, tables);
  return WORKED[what]({ ...known, read }, roundId);
});
