import { type JobRow, waitsFor } from "@/core/planning/job-row";
import { packRow } from "@/core/planning/packed-row";
import { PageLink } from "@/screens/parts/frame/page-link";
import type { ListPart } from "../parts/frame/list-pages";
import { PutAwayNote } from "../parts/frame/put-away-note";
import { ShopBar } from "../parts/frame/shop-bar";
import { FirstQuestion } from "./first-question";
import { JobLines } from "./job-lines";
import { NewJob } from "./new-job";

interface JobsListProps {
  /** How the lists stood before they were read. */
  readonly mark: string;
  readonly jobs: readonly JobRow[];
  /** Which of all that are on the bench are among them. */
  readonly part: ListPart;
  readonly practice: readonly JobRow[];
  /** The invented workshop is here, and nobody said yet whether it is wanted. */
  readonly askDemo: boolean;
  /** How many are put away, and the one that was a moment ago. */
  readonly away: number;
  readonly awayNow: { readonly id: string; readonly mark: string } | null;
}

/** One row a wheel with its own line drawn small, promised soonest on top; a new one starts here. */
export const JobsList = ({ mark, jobs, part, practice, askDemo, away, awayNow }: JobsListProps) => {
  const bench = jobs.filter((j) => !j.finished);
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/" title="Tall Compass" />
      <div className="flex min-h-12 shrink-0 items-center justify-between border-b border-grid px-4 text-base">
        <PageLink href="/handbook" className="inline-flex min-h-12 items-center underline underline-offset-4">
          handbook
        </PageLink>
        <p data-testid="on-the-bench">
          {part.all} on the bench, {bench.filter((j) => waitsFor(j)).length}
          {bench.length < part.all ? " of those shown" : ""} waiting
        </p>
      </div>
      {askDemo && <FirstQuestion />}
      {awayNow && <PutAwayNote jobId={awayNow.id} mark={awayNow.mark} />}
      <main className="min-h-60 flex-1 overflow-y-auto">
        {jobs.length === 0 && part.all === 0 && (
          <p className="p-6 text-2xl">No wheel yet. Choose below what the first one needs.</p>
        )}
        <JobLines mark={mark} jobs={jobs.map(packRow)} practice={practice.map(packRow)} part={part} />
        {away > 0 && (
          <p className="px-4 py-3 text-lg">
            <PageLink href="/put-away" className="inline-flex min-h-12 items-center underline">
              {away} put away
            </PageLink>
          </p>
        )}
      </main>
      <NewJob />
    </div>
  );
};
