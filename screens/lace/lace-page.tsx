"use client";
import { MeasureFirst } from "../parts/frame/measure-first";
import { StageFrame } from "../parts/frame/stage-frame";
import { type JobOnPage, useStage } from "../parts/kept/use-job";
import { Lace } from "./lace";
import type { LaceOnPage } from "./lace-on-page";

type Initial = LaceOnPage | (JobOnPage & { readonly wheel: null; readonly problem: string });

/** Lacing, once there is a wheel. */
export const LacePage = ({ initial }: { initial: Initial }) => {
  const job = useStage<Initial>("lace", initial);
  return (
    <StageFrame job={job} current="lace">
      {job.wheel === null ? <MeasureFirst jobId={job.jobId} problem={job.problem} /> : <Lace job={job} />}
    </StageFrame>
  );
};
