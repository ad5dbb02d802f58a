"use client";
import { useEffect, useRef } from "react";
import type { JobRow } from "@/core/planning/job-row";
import { CHAPTERS } from "@/core/shop/handbook";
import { OPENED } from "@/core/shop/own-parts";
import { useListTold } from "../parts/kept/told-by-shop";
import { type InAdvance, pagesOfJob } from "../parts/kept/worker/kept-pages";
import { keepPages } from "../parts/kept/worker/with-worker";

/** Its reasons are wanted at the bench whether the shop answers or not; it changes with the version only. */
const HANDBOOK: readonly InAdvance[] = ["", ...CHAPTERS.map((name) => `/${name}`)].map((rest) => ({
  path: `/handbook${rest}`,
  changes: 0,
}));

/** ms a list was looked at before its wheels are kept: whoever only passes through is not held up. */
const A_LOOK = 3000;
/** ms between two times that what changed of it is kept anew: somebody reads a wheel elsewhere, every few seconds. */
const AT_MOST_EVERY = 60_000;

interface KeepBenchProps {
  readonly bench: readonly Pick<JobRow, "id" | "changes" | "open" | "stages">[];
  readonly mark: string;
}

/**
 * What is on the bench opens while the shop is away, though nobody opened it on this device before; what changes of it
 * elsewhere stands here by itself.
 */
export const KeepBench = ({ bench, mark }: KeepBenchProps) => {
  useListTold(mark);
  const last = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    const first: InAdvance[] = bench.map(({ id, open, changes }) => ({ path: `/jobs/${id}/${open}`, changes }));
    const all = bench.flatMap(({ id, changes, stages }) => pagesOfJob(id, changes, stages));
    const wait = Math.max(A_LOOK, last.current + AT_MOST_EVERY - performance.now());
    const timer = setTimeout(() => {
      last.current = performance.now();
      void keepPages([...first, ...all, { path: OPENED, changes: null }, ...HANDBOOK]);
    }, wait);
    return () => clearTimeout(timer);
  }, [bench]);
  return null;
};
