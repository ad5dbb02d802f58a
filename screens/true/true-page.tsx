"use client";
import { MeasureFirst } from "../parts/frame/measure-first";
import { StageFrame } from "../parts/frame/stage-frame";
import { type JobOnPage, useStage } from "../parts/kept/use-job";
import { True } from "./true";
import type { TrueOnPage } from "./use-true";

type Initial = TrueOnPage | (JobOnPage & { readonly wheel: null; readonly problem: string });

/** Truing, once there is a wheel; `readNow` goes straight to the first reading: a customer is waiting. */
export const TruePage = ({ initial, readNow }: { initial: Initial; readNow: boolean }) => {
  const job = useStage<Initial>("true", initial);
  return (
    <StageFrame job={job} current="true">
      {job.wheel === null ? (
        <MeasureFirst jobId={job.jobId} problem={job.problem} />
      ) : (
        <True job={job} readNow={readNow} />
      )}
    </StageFrame>
  );
};
