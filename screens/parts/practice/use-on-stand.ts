"use client";
import { useQuery } from "@tanstack/react-query";
import { getJson } from "../kept/get-json";

/** What the instruments show of the practice wheel over a spoke: mm, N, Nm; each with its own noise. */
export interface OnStand {
  readonly lateral: number;
  readonly radial: number;
  readonly offset: number;
  readonly tension: number;
  readonly torque: number;
}

/** @param since what was done to the wheel so far: done more, it is read anew */
export const useOnStand = (jobId: string, spoke: number, since = 0): OnStand | undefined =>
  useQuery({
    queryKey: ["on-stand", jobId, spoke, since],
    queryFn: () => getJson<OnStand>(`/api/jobs/${jobId}/practice/dial?spoke=${Math.max(1, spoke)}`),
    staleTime: Number.POSITIVE_INFINITY,
    // A wheel turned since shows something else: nothing is kept for the next walk.
    gcTime: 0,
  }).data;
