"use client";
import { useMemo } from "react";
import { dayWords, noonOf } from "@/core/planning/day-words";
import { type JobRow, waitsFor } from "@/core/planning/job-row";
import { type PackedRow, unpackRow } from "@/core/planning/packed-row";
import { nextStage, STAGE_NAMES } from "@/core/wheel/stages";
import { PageLink } from "@/screens/parts/frame/page-link";
import { ListPages, type ListPart } from "../parts/frame/list-pages";
import { AT_FIRST, useIsDrawn } from "../parts/frame/use-is-drawn";
import { KeepBench } from "./keep-bench";
import { StageLine, StageShapes } from "./stage-line";
import { UnreadableRow } from "./unreadable-row";

const day = (iso: string) => dayWords(noonOf(iso));

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
          <StageLine stages={job.stages} />
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

interface JobLinesProps {
  /** How the lists stood before they were read. */
  readonly mark: string;
  readonly jobs: readonly PackedRow[];
  readonly practice: readonly PackedRow[];
  /** Which of all that are on the bench are among the jobs. */
  readonly part: ListPart;
}

/** The wheels on the bench, those handed back last, those to learn on. */
export const JobLines = ({ mark, jobs, practice, part }: JobLinesProps) => {
  const drawn = useIsDrawn();
  const all = useMemo(() => jobs.map(unpackRow), [jobs]);
  const bench = useMemo(() => all.filter((j) => !j.finished), [all]);
  const back = all.filter((j) => j.finished);
  const learning = useMemo(() => practice.map(unpackRow), [practice]);
  const left = (before: number) => (drawn ? undefined : Math.max(0, AT_FIRST - before));
  return (
    <>
      <StageShapes />
      <KeepBench bench={bench} mark={mark} />
      <ul>
        {bench.slice(0, left(0)).map((j) => (
          <Row key={j.id} job={j} />
        ))}
      </ul>
      <ListPages path="/" {...part} shown={bench.length} before="those promised before" after="those promised later" />
      {back.length > 0 && <h2 className="px-4 pt-5 pb-1 text-xl font-bold">Handed back</h2>}
      <ul>
        {back.slice(0, left(bench.length)).map((j) => (
          <Row key={j.id} job={j} />
        ))}
      </ul>
      {learning.length > 0 && <h2 className="px-4 pt-5 pb-1 text-xl font-bold">To learn on</h2>}
      <ul>
        {learning.slice(0, left(all.length)).map((j) => (
          <Row key={j.id} job={j} learning />
        ))}
      </ul>
    </>
  );
};
