"use client";
import { useEffect, useRef } from "react";
import type { Stage } from "@/core/wheel/stages";
import { dropDelivered } from "./delivered";
import { pagesOfJob } from "./worker/kept-pages";
import { keepPages, startWorker } from "./worker/with-worker";

/** ms without anything new of a job before its pages are kept anew: the bench goes first. */
const QUIET = 8000;
/** ms between two times: a walk has its pauses at every nipple. */
const AT_MOST_EVERY = 30_000;

/** The pages of a job that is open are kept as the record has them now, so that all of it opens while the shop is away. */
export const useKeepJob = (jobId: string, changes: number, stages: readonly { readonly stage: Stage }[]): void => {
  const last = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    const wait = Math.max(QUIET, last.current + AT_MOST_EVERY - performance.now());
    const timer = setTimeout(async () => {
      last.current = performance.now();
      // Where no page is kept none is older than what was delivered.
      if (!(await startWorker()) || (await keepPages(pagesOfJob(jobId, changes, stages))))
        await dropDelivered(jobId, changes);
    }, wait);
    return () => clearTimeout(timer);
  }, [jobId, changes, stages]);
};
