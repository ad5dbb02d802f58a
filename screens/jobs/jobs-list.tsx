import { type JobRow, waitsFor } from "@/core/planning/job-row";
import { nextStage, STAGE_NAMES } from "@/core/wheel/stages";
import { PageLink } from "@/screens/parts/frame/page-link";
import { PutAwayNote } from "../parts/frame/put-away-note";
import { ShopBar } from "../parts/frame/shop-bar";
import { StateMark } from "../parts/frame/stage-bar";
import { FirstQuestion } from "./first-question";
import { KeepBench } from "./keep-bench";
import { NewJob } from "./new-job";
import { UnreadableRow } from "./unreadable-row";

const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" });

const Row = ({ job, learning = false }: { job: JobRow; learning?: boolean }) => {
  if (job.unreadable !== undefined) return <UnreadableRow job={job} why={job.unreadable} />;
  const next = nextStage(job.stages);
  const waits = waitsFor(job);
  return (
    <li>
      <PageLink
        href={`/jobs/${job.id}/${job.open}`}
        className="grid min-h-21 grid-cols-[6rem_minmax(0,1fr)_minmax(0,1.35fr)_10rem] items-center gap-4 border-b border-grid px-4 py-2 portrait:grid-cols-[5rem_minmax(0,1fr)_9rem]"
      >
        <span className="font-mono text-2xl font-bold">{job.mark}</span>
        <span className="min-w-0">
          <span className="block truncate text-2xl">{job.machine}</span>
          <span className="block truncate text-base">
            {job.customer}
            {job.wanted ? `, ${job.wanted}` : ""}
          </span>
        </span>
        <span className="flex min-w-0 items-center gap-1 portrait:hidden">
          {job.stages.map(({ stage, state }, i) => (
            <span key={stage} className="flex items-center gap-1" title={STAGE_NAMES[stage]}>
              {i > 0 && <span className="h-0.5 w-4 bg-rule" />}
              <StateMark state={state} size={24} />
            </span>
          ))}
          <span className="ml-3 truncate text-lg">
            {job.finished ? "handed back" : waits ? `waits: ${waits}` : next ? STAGE_NAMES[next.stage] : ""}
          </span>
        </span>
        <span className="text-right">
          <span className="block text-2xl">{job.promised ? day(job.promised) : learning ? "" : "no day given"}</span>
          {job.waitingFor && job.waitingSince && <span className="block text-base">since {day(job.waitingSince)}</span>}
        </span>
      </PageLink>
    </li>
  );
};

interface JobsListProps {
  /** How the lists stood before they were read. */
  readonly mark: string;
  readonly jobs: readonly JobRow[];
  readonly practice: readonly JobRow[];
  /** The invented workshop is here, and nobody said yet whether it is wanted. */
  readonly askDemo: boolean;
  /** How many are put away, and the one that was a moment ago. */
  readonly away: number;
  readonly awayNow: { readonly id: string; readonly mark: string } | null;
}

/** One row a wheel with its own line drawn small, promised soonest on top; a new one starts here. */
export const JobsList = ({ mark, jobs, practice, askDemo, away, awayNow }: JobsListProps) => {
  const bench = jobs.filter((j) => !j.finished);
  const back = jobs.filter((j) => j.finished);
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/" title="Tall Compass" />
      <div className="flex min-h-12 shrink-0 items-center justify-between border-b border-grid px-4 text-base">
        <PageLink href="/handbook" className="inline-flex min-h-12 items-center underline underline-offset-4">
          handbook
        </PageLink>
        <p data-testid="on-the-bench">
          {bench.length} on the bench, {bench.filter((j) => waitsFor(j)).length} waiting
        </p>
      </div>
      <KeepBench bench={bench} mark={mark} />
      {askDemo && <FirstQuestion />}
      {awayNow && <PutAwayNote jobId={awayNow.id} mark={awayNow.mark} />}
      <main className="min-h-60 flex-1 overflow-y-auto">
        {jobs.length === 0 && <p className="p-6 text-2xl">No wheel yet. Choose below what the first one needs.</p>}
        <ul>
          {bench.map((j) => (
            <Row key={j.id} job={j} />
          ))}
        </ul>
        {back.length > 0 && <h2 className="px-4 pt-5 pb-1 text-xl font-bold">Handed back</h2>}
        <ul>
          {back.map((j) => (
            <Row key={j.id} job={j} />
          ))}
        </ul>
        {practice.length > 0 && <h2 className="px-4 pt-5 pb-1 text-xl font-bold">To learn on</h2>}
        <ul>
          {practice.map((j) => (
            <Row key={j.id} job={j} learning />
          ))}
        </ul>
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
