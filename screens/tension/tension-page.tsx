"use client";
import { MeasureFirst } from "../parts/frame/measure-first";
import { StageFrame } from "../parts/frame/stage-frame";
import { type JobOnPage, useStage } from "../parts/kept/use-job";
import { Tension } from "./tension";
import type { TensionOnPage } from "./use-tension";

type Initial = TensionOnPage | (JobOnPage & { readonly wheel: null; readonly problem: string });

/** Tension, once there is a wheel. */
export const TensionPage = ({ initial }: { initial: Initial }) => {
  const job = useStage<Initial>("tension", initial);
  return (
    <StageFrame job={job} current="tension">
      {job.wheel === null ? <MeasureFirst jobId={job.jobId} problem={job.problem} /> : <Tension job={job} />}
    </StageFrame>
  );
};
