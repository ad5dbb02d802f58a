import type { ReactNode } from "react";
import type { Stage, StageState } from "@/core/wheel/stages";
import { Line } from "./line";

interface StageFrameProps {
  readonly jobId: string;
  readonly job: string;
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[];
  readonly current: Stage;
  readonly children: ReactNode;
}

/** The same places in every stage: the line above, the work below. */
export const StageFrame = ({ jobId, job, stages, current, children }: StageFrameProps) => (
  <div className="flex h-dvh flex-col">
    <Line jobId={jobId} job={job} stages={stages} current={current} />
    <main className="flex min-h-0 flex-1 flex-col">{children}</main>
  </div>
);
