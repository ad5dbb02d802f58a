import type { ReactNode } from "react";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { KeptNote } from "../kept/kept-note";
import type { JobOnPage } from "../kept/use-job";
import { isCountedHere } from "./counted-here";
import { PutAwayNote } from "./put-away-note";
import { StageBar } from "./stage-bar";

interface StageFrameProps {
  readonly job: Pick<JobOnPage, "jobId" | "title" | "stages" | "putAway">;
  readonly current: Stage | null;
  readonly children: ReactNode;
}

/** The same places in every stage: the stage bar above, the work below; between them what waits to be sent. */
export const StageFrame = ({ job, current, children }: StageFrameProps) => (
  <div className="group/frame flex h-dvh flex-col">
    <title>{`${[job.title, current ? STAGE_NAMES[current] : "Quote"].filter(Boolean).join(": ")} – Tall Compass`}</title>
    <h1 className="sr-only">{[job.title, current ? STAGE_NAMES[current] : "Quote"].filter(Boolean).join(": ")}</h1>
    <StageBar jobId={job.jobId} job={job.title} stages={job.stages} current={current} putAway={job.putAway} />
    {/* A walk covers the page and tells it itself. */}
    <div className="shrink-0 group-has-[[data-walk]]/frame:hidden">
      <KeptNote jobId={job.jobId} isCounted={(figure) => isCountedHere(current, figure)} />
      {job.putAway && <PutAwayNote jobId={job.jobId} mark={job.title || "This job"} />}
    </div>
    {/* Letters so large that what is asked fills the page: it scrolls. */}
    <main className="flex min-h-0 flex-1 flex-col overflow-x-hidden overflow-y-auto">{children}</main>
  </div>
);
