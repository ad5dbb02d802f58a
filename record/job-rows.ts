import { placeSpokes } from "@/core/lacing/placement";
import type { JobRow } from "@/core/planning/job-row";
import type { Found } from "@/core/shop/found";
import { nextStage, stageStates } from "@/core/wheel/stages";
import { staleJobs } from "@/store/changes";
import { find } from "@/store/find";
import { asJob, type Job, type JobWithWheel } from "@/store/jobs";
import { json } from "@/store/json-column";
import { type KeptStages, keepLine } from "@/store/kept-lines";
import { latestSheet } from "@/store/sheets";
import { type BenchRecord, benchRecord } from "./bench-record";
import { progressOf } from "./stage-progress";

/** What finds a job: whose it is, what it is, every note, the lengths of its spokes. */
const wordsOf = ({ job, measurements, wheel }: BenchRecord): string[] => {
  const notes = measurements.filter((m) => m.value === null && m.unit === "text").map((m) => m.typed);
  const lengths = wheel ? placeSpokes(wheel).map((s) => `${Math.round(s.length)}mm`) : [];
  const { mark, customer, telephone, machine, place, wanted } = job;
  return [mark, customer, telephone, machine, place, wanted, ...notes, ...new Set(lengths)];
};

/** Works a job's line out anew and keeps it, with the words that find it. */
export const refreshJob = async (id: string): Promise<KeptStages> => {
  const [record, sheet] = await Promise.all([benchRecord(id), latestSheet(id)]);
  if (!record) return [];
  const stages = stageStates(progressOf(record, sheet !== null));
  // By the count read with the job, before all else: what changed since makes it stale again.
  await keepLine(id, record.job.changes, stages, wordsOf(record));
  return stages;
};

/** Jobs freshened before a search at most: those that changed since anybody looked. */
const MOST_FRESHENED = 40;

/** What is wrong with one job must not take the others with it; a record that cannot be reached is no fault of a job. */
const unlessOfTheRecord = (error: unknown): string => {
  const { errno, code, name, message } = error as Error & { readonly errno?: unknown; readonly code?: unknown };
  if (errno !== undefined || code !== undefined || name === "KnexTimeoutError") throw error;
  return message;
};

/** One box for customer, machine, mark, spoke length, note; what was put down a moment ago is found too. */
export const findJobs = async (typed: string): Promise<Found[]> => {
  for (const id of await staleJobs(MOST_FRESHENED)) await refreshJob(id).catch(unlessOfTheRecord);
  return find(typed);
};

const asRow = (job: Job, stages: KeptStages): JobRow => {
  const open = nextStage(stages)?.stage ?? stages.at(-1)?.stage ?? "book-in";
  const { id, changes, mark, customer, machine, wanted, promised, waitingFor, waitingSince } = job;
  return {
    id,
    changes,
    mark,
    customer,
    machine,
    wanted,
    promised,
    waitingFor,
    waitingSince,
    finished: job.finishedAt !== null,
    open,
    stages,
  };
};

const rowOf = async (row: JobWithWheel): Promise<JobRow> => {
  const kept = !row.stale && row.stages !== null ? json<KeptStages>(row.stages) : null;
  return asRow(asJob(row), kept ?? (await refreshJob(row.id)));
};

/** A job of which only the name can be told: it stands in its place, and can be put away. */
const unreadable = (row: JobWithWheel, why: string): JobRow => ({
  ...{ id: row.id, changes: row.changes, mark: row.mark, customer: row.customer, machine: row.machine, wanted: "" },
  ...{ promised: null, waitingFor: null, waitingSince: null, finished: row.finished_at !== null },
  ...{ open: "book-in", stages: [], unreadable: why },
});

/** Jobs with their lines: those changed since are worked out, the others stand ready. */
export const rowsOf = async (rows: readonly JobWithWheel[]): Promise<JobRow[]> => {
  const out: JobRow[] = [];
  for (const row of rows) {
    out.push(await rowOf(row).catch((error) => unreadable(row, unlessOfTheRecord(error))));
  }
  return out;
};
