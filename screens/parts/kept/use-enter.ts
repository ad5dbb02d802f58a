"use client";
import { useCallback, useEffect, useRef } from "react";
import { withItsRound } from "./begun-rounds";
import type { Entered } from "./entered";
import { lookAgain, lookWhenCalm, showsByItself } from "./look-again";
import { keep, sendKept } from "./post-office";
import { queryClient } from "./query-client";
import type { Sent } from "./sent";

const later = (ms: number): Promise<"late"> => new Promise((done) => setTimeout(() => done("late"), ms));

/** ms a hand waits for the record before it goes on: what was entered is kept all the same. */
const PATIENCE = 1500;

/**
 * Enters something. It is kept over a reload and a restart before anything else is done; then it goes as a mutation whose
 * scope is its job, so that what is entered arrives in the order it was entered (post-office.ts). A record that takes its
 * time does not hold up the hand: what comes of it then is told by the page.
 *
 * @param isShown whether what comes of it is still seen where it was entered; else a refusal is told by the page as well
 */
export const send = async <T>(entered: Entered, isShown = () => true): Promise<Sent<T>> => {
  withItsRound(entered, put);
  const posted = await keep(entered);
  let inHand = true;
  const mutation = queryClient.getMutationCache().build(queryClient, {
    mutationKey: ["entered"],
    scope: { id: posted.lane },
    mutationFn: () => sendKept(posted, () => inHand && isShown()),
  });
  const sent = await Promise.race([mutation.execute(undefined) as Promise<Sent<T>>, later(PATIENCE)]);
  if (sent !== "late") return sent;
  inHand = false;
  return { state: "kept" };
};

const put = async (entered: Entered): Promise<void> => {
  const posted = await keep(entered);
  const mutation = queryClient.getMutationCache().build(queryClient, {
    mutationKey: ["entered"],
    scope: { id: posted.lane },
    mutationFn: () => sendKept(posted, () => false),
  });
  const { jobId } = entered;
  const look = showsByItself(entered) ? lookWhenCalm : lookAgain;
  // In the browser's keeping now; what the record makes of it comes when it comes.
  void mutation.execute(undefined).then(() => jobId !== null && look(jobId));
};

/** Enters something that nobody waits for: a walk goes on at once, and a refusal is told by the page. */
export const post = async (entered: Entered): Promise<void> => {
  withItsRound(entered, put);
  await put(entered);
};

/** Enters things of one job; the job's pages look again once the record has them. */
export const useEnter = (jobId: string) => {
  const shown = useRef(true);
  useEffect(() => {
    shown.current = true;
    return () => {
      shown.current = false;
    };
  }, []);
  return useCallback(
    async <T>(entered: Entered): Promise<Sent<T>> => {
      const sent = await send<T>(entered, () => shown.current);
      if (sent.state === "taken") lookAgain(jobId);
      return sent;
    },
    [jobId],
  );
};
