"use client";
import { useRef, useState } from "react";
import type { NippleState } from "@/core/acts/act";
import type { Round } from "@/core/rounds/round";
import type { Advice } from "@/core/truing/saying/advice";
import { beginRound } from "../parts/kept/begun-rounds";
import { changeRecord } from "../parts/kept/change-record";
import { lookAgain } from "../parts/kept/look-again";
import { sendAll } from "../parts/kept/post-office";
import { queryClient } from "../parts/kept/query-client";
import { recordIsAway } from "../parts/kept/record-away";
import { saidOf } from "../parts/kept/sent";
import { post, useEnter } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";
import { useTakeReadings } from "../parts/walk/use-take-readings";
import type { RoundView } from "./round-view";
import { type StandTold, workOutHere } from "./work-out-here";

/** The advice stands with its round at once: the record has it, and is only asked for all else. */
const showAdvice = (jobId: string, roundId: string, advice: Advice): void => {
  queryClient.setQueriesData<{ rounds?: readonly Round[] }>({ queryKey: ["job", jobId] }, (data) =>
    data?.rounds ? { ...data, rounds: data.rounds.map((r) => (r.id === roundId ? { ...r, advice } : r)) } : data,
  );
};

/** ms the record is waited for before what to turn is worked out here: shorter where it was away a moment ago. */
const PATIENCE = { usual: 2500, away: 250 };

/** What is done to the rounds of a wheel: opened, read, advised on, found stuck. What it does shows by itself. */
export const useRounds = (jobId: string, onStand: StandTold, round: RoundView | null) => {
  const enter = useEnter(jobId);
  const [who] = useWho();
  const [message, setMessage] = useState<string | null>(null);
  const take = useTakeReadings(jobId, round?.id ?? null, onStand.wheel.rim.holes);
  // What was read last is in it by the time the record was waited for.
  const toldNow = useRef(onStand);
  toldNow.current = onStand;

  const open = (): void => {
    setMessage(null);
    beginRound({ what: "round", jobId, id: crypto.randomUUID(), kind: "true", plan: null });
  };
  /** Works the advice on a round out, from all that was read. @returns what went wrong */
  const advise = async (roundId: string): Promise<string | null> => {
    // What was read last must be in the record before it is advised on.
    const late = new Promise<"late">((done) =>
      setTimeout(() => done("late"), recordIsAway() ? PATIENCE.away : PATIENCE.usual),
    );
    const sent = await Promise.race([sendAll(), late]);
    if (sent !== true) return adviseHere(roundId);
    const answer = await changeRecord<Advice>(`/api/rounds/${roundId}/advice`, { jobId });
    if (answer.state === "away") return adviseHere(roundId);
    if (answer.state === "refused") return answer.message;
    showAdvice(jobId, roundId, answer.value);
    lookAgain(jobId);
    return null;
  };
  /** The same worked out on this device, while the record is away; it is sent after what it rests on. */
  const adviseHere = async (roundId: string): Promise<string | null> => {
    try {
      const advice = await workOutHere("advice", toldNow.current, roundId);
      await post({ what: "advised", jobId, roundId, advice });
      return null;
    } catch (error) {
      return error instanceof Error ? error.message : String(error);
    }
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
