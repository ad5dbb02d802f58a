"use client";
import { useSyncExternalStore } from "react";
import type { Entered } from "./entered";

type Begun = Extract<Entered, { readonly what: "round" }>;

/**
 * A round begins with the first thing entered in it: until then only this page knows of it, and one that is left with
 * nothing in it never was. At most one a job.
 */
let begun: readonly Begun[] = [];
const sending = new Set<string>();
const listeners = new Set<() => void>();
const change = (to: readonly Begun[]): void => {
  begun = to;
  for (const listener of listeners) listener();
};

export const beginRound = (round: Begun): void => change([...begun.filter((b) => b.jobId !== round.jobId), round]);

/** Left: it is none, unless something is being entered in it. */
export const forgetRound = (jobId: string): void => {
  if (begun.some((b) => b.jobId === jobId && !sending.has(b.id)))
    change(begun.filter((b) => b.jobId !== jobId || sending.has(b.id)));
};

/**
 * What is entered first in a round takes its round before it: they are kept in the order they are put, so nothing waits.
 *
 * @param put keeps the round and sends it
 */
export const withItsRound = (entered: Entered, put: (round: Begun) => Promise<void>): void => {
  const round = "roundId" in entered ? begun.find((b) => b.id === entered.roundId) : undefined;
  if (!round || sending.has(round.id)) return;
  sending.add(round.id);
  // Kept, it stands among what waits, and is shown from there.
  void put(round).then(() => change(begun.filter((b) => b.id !== round.id)));
};

/** The round begun here with nothing in it yet. */
export const useBegun = (jobId: string): Begun | undefined =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => begun.find((b) => b.jobId === jobId),
    () => undefined,
  );
