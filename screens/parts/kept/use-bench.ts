"use client";
import { useMemo } from "react";
import type { BenchRecord } from "../bench/bench-record";
import { type JobOnPage, useJobNow } from "./use-job";

/** What a bench for figures is given of a job. */
export const useBench = (job: JobOnPage): BenchRecord => {
  const { jobId, names } = job;
  const { taken, entries } = useJobNow(job);
  return useMemo(() => ({ jobId, names, taken, entries }), [jobId, names, taken, entries]);
};
