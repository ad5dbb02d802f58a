import { useSortable } from "@dnd-kit/sortable";
import { dayWords } from "@/core/planning/day-words";
import type { DiaryJob } from "@/core/planning/diary";
import { PageLink } from "../parts/frame/page-link";
import { clock } from "./diary-words";

/** Columns of the list and of its head. */
export const COLUMNS =
  "grid grid-cols-[3.5rem_6rem_minmax(0,1fr)_9rem_8rem_9rem] items-center gap-3 pr-4 portrait:grid-cols-[3rem_5rem_minmax(0,1fr)_8rem_7rem_8rem] max-sm:portrait:grid-cols-[3rem_minmax(0,1fr)_7rem] max-sm:portrait:gap-x-2 max-sm:portrait:gap-y-0";

interface WheelRowProps {
  readonly job: DiaryJob;
  /** The day it is ready, and the day if work goes slowly where that is another. */
  readonly ready: string;
  readonly slow: string | null;
  /** Days past its promise; null where none was given. */
  readonly late: number | null;
  readonly lateIfSlow: number | null;
}

const days = (n: number): string => `${n} ${n === 1 ? "day" : "days"}`;

/** One wheel of the list; the grip at its left is dragged, or moved by keyboard. */
export const WheelRow = ({ job, ready, slow, late, lateIfSlow }: WheelRowProps) => {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: job.id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className={`${COLUMNS} min-h-16 border-b border-grid bg-paper`}
      data-testid="diary-row"
    >
      <button
        type="button"
        aria-label={`move ${job.mark}`}
        className="h-full cursor-grab touch-none max-sm:portrait:row-span-2"
        {...attributes}
        {...listeners}
      >
        <svg width="20" height="24" viewBox="0 0 20 24" aria-hidden="true" className="mx-auto">
          <path d="M2 5h16M2 12h16M2 19h16" stroke="currentColor" strokeWidth="2" />
        </svg>
      </button>
      <PageLink
        href={`/jobs/${job.id}/${job.open}`}
        className="inline-flex min-h-12 items-center font-mono text-xl font-bold underline"
      >
        {job.mark}
      </PageLink>
      <span className="min-w-0 max-sm:portrait:col-start-2 max-sm:portrait:row-start-2">
        <span className="block truncate text-lg">{job.machine}</span>
        <span className="block truncate text-base">
          {job.waitingFor ? `waits: ${job.waitingFor}` : `next ${job.next}`}; {job.customer}
        </span>
      </span>
      <span className="text-right text-lg max-sm:portrait:hidden">
        {clock(job.minutes.median)} h
        <span className="block text-base">
          {clock(job.minutes.low)} to {clock(job.minutes.high)}
        </span>
      </span>
      <span className="text-right text-lg max-sm:portrait:hidden">
        {job.promised ? dayWords(new Date(`${job.promised}T12:00:00Z`)) : "no day"}
      </span>
      <span
        className={`text-right text-lg leading-tight max-sm:portrait:col-start-3 max-sm:portrait:row-span-2 max-sm:portrait:row-start-1 ${late ? "font-bold" : ""}`}
      >
        {ready}
        {late ? (
          <span className="block text-base">{days(late)} late</span>
        ) : lateIfSlow ? (
          <span className="block text-base">{days(lateIfSlow)} late if slow</span>
        ) : slow ? (
          <span className="block text-base">{slow} if slow</span>
        ) : null}
      </span>
    </li>
  );
};
