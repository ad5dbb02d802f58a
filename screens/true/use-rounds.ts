"use client";
import { useState } from "react";
import type { NippleState } from "@/core/acts/act";
import type { Round } from "@/core/rounds/round";
import type { Advice } from "@/core/truing/saying/advice";
import { beginRound } from "../parts/kept/begun-rounds";
import { changeRecord } from "../parts/kept/change-record";
import { sendAll } from "../parts/kept/post-office";
import { queryClient } from "../parts/kept/query-client";
import { saidOf } from "../parts/kept/sent";
import { lookAgain, useEnter } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";
import { useTakeReadings } from "../parts/walk/use-take-readings";
import type { RoundView } from "./round-view";

/** The advice stands with its round at once: the record has it, and is only asked for all else. */
const showAdvice = (jobId: string, roundId: string, advice: Advice): void => {
  queryClient.setQueriesData<{ rounds?: readonly Round[] }>({ queryKey: ["job", jobId] }, (data) =>
    data?.rounds ? { ...data, rounds: data.rounds.map((r) => (r.id === roundId ? { ...r, advice } : r)) } : data,
  );
};

/** That something waits stands above the page already. */
const NO_ADVICE = "What to turn is worked out once the record answers.";

/** What is done to the rounds of a wheel: opened, read, advised on, found stuck. What it does shows by itself. */
export const useRounds = (jobId: string, holes: number, round: RoundView | null) => {
  const enter = useEnter(jobId);
  const [who] = useWho();
  const [message, setMessage] = useState<string | null>(null);
  const take = useTakeReadings(jobId, round?.id ?? null, holes);

  const open = (): void => {
    setMessage(null);
    beginRound({ what: "round", jobId, id: crypto.randomUUID(), kind: "true", plan: null });
  };
  /** Works the advice on a round out, from all that was read. @returns what went wrong */
  const advise = async (roundId: string): Promise<string | null> => {
    // What was read last must be in the record before it is advised on.
    if (!(await sendAll())) return NO_ADVICE;
    const answer = await changeRecord<Advice>(`/api/rounds/${roundId}/advice`, { jobId });
    if (answer.state !== "taken") return saidOf(answer);
    showAdvice(jobId, roundId, answer.value);
    lookAgain(jobId);
    return null;
  };
  const ask = async (): Promise<void> => {
    if (round) setMessage(await advise(round.id));
  };
  /** Won't turn, or slipped back: the rest of the round is worked out again. @returns what to say of it */
  const found = async (spoke: number, state: NippleState): Promise<string> => {
    if (!round) return "no round is open";
    const act = { what: "nipple-found" as const, spoke, found: state };
    const sent = await enter({ what: "act", jobId, id: crypto.randomUUID(), act, who });
    if (sent.state === "refused") return sent.message;
    const wrong = await advise(round.id);
    if (wrong) return wrong;
    return state === "stuck"
      ? `${spoke} is held as it is; the rest was worked out again`
      : `${spoke} counts as unknown: read it again`;
  };
  /** What was read in a round counts for nothing, or counts again. */
  const leaveOut = async (id: string, out: boolean): Promise<void> => {
    const act = { what: "round-left-out" as const, round: id, out };
    setMessage(saidOf(await enter({ what: "act", jobId, id: crypto.randomUUID(), act, who })));
  };
  return { message, setMessage, open, ask, take, found, leaveOut };
};
