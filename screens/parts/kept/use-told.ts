"use client";
import { useMemo } from "react";
import { withTold } from "./told";
import { useWaiting } from "./use-job";

/** What is told of a job as it is: the record's, and what waits to get there. */
export const useToldNow = <T extends object>(jobId: string, told: T): T => {
  const waiting = useWaiting(jobId);
  return useMemo(() => withTold(told, waiting), [told, waiting]);
};
