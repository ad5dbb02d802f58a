import { placeSpokes } from "@/core/lacing/placement";
import type { JobRow } from "@/core/planning/job-row";
import type { Found } from "@/core/shop/found";
import { nextStage, stageStates } from "@/core/wheel/stages";
import { staleJobs } from "@/store/changes";
import { find } from "@/store/find";
import { asJob, type Job, type JobWithWheel } from "@/store/jobs";
import { json } from "@/store/json-column";
import { type KeptStages, keepLines, type LineToKeep } from "@/store/kept-lines";
import { signersOf } from "@/store/sheets";
import { type BenchRecord, benchRecords } from "./bench-record";
import { progressOf } from "./stage-progress";

/** What finds a job: whose it is, what it is, every note, the lengths of its spokes. */
const wordsOf = ({ job, measurements, wheel }: BenchRecord): string[] => {
  const notes = measurements.filter((m) => m.value === null && m.unit === "text").map((m) => m.typed);
  const lengths = wheel ? placeSpokes(wheel).map((s) => `${Math.round(s.length)}mm`) : [];
  const { mark, customer, telephone, machine, place, wanted } = job;
  return [mark, customer, telephone, machine, place, wanted, ...notes, ...new Set(lengths)];
};

/** A job's line as it stands, or why it cannot be told. */
type Line = { readonly stages: KeptStages } | { readonly unreadable: string };

/** Works the lines of jobs out anew and keeps them, with the words that find them. */
const refreshed = async (ids: readonly string[]): Promise<ReadonlyMap<string, Line>> => {
  if (ids.length === 0) return new Map();
  const [records, signers] = await Promise.all([benchRecords(ids), signersOf(ids)]);
  const keep: LineToKeep[] = [];
  const lines = new Map<string, Line>();
  for (const jobId of ids)
    try {
      const record = records(jobId);
      if (!record) continue;
      const stages = stageStates(progressOf(record, signers(jobId) !== null));
      // By the count read with the job, before all else: what changed since makes it stale again.
      keep.push({ jobId, changes: record.job.changes, stages, words: wordsOf(record) });
      lines.set(jobId, { stages });
    } catch (error) {
      lines.set(jobId, { unreadable: unlessOfTheRecord(error) });
    }
  await keepLines(keep);
  return lines;
};

/** Works a job's line out anew and keeps it. @throws what is wrong with it */
export const refreshJob = async (id: string): Promise<KeptStages> => {
  const line = (await refreshed([id])).get(id);
  if (line && "unreadable" in line) throw new Error(line.unreadable);
  return line?.stages ?? [];
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
  await refreshed(await staleJobs(MOST_FRESHENED));
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

/** A job of which only the name can be told: it stands in its place, and can be put away. */
const unreadable = (row: JobWithWheel, why: string): JobRow => ({
  ...{ id: row.id, changes: row.changes, mark: row.mark, customer: row.customer, machine: row.machine, wanted: "" },
  ...{ promised: null, waitingFor: null, waitingSince: null, finished: row.finished_at !== null },
  ...{ open: "book-in", stages: [], unreadable: why },
});

/** Jobs with their lines: those changed since are worked out together, the others stand ready. */
export const rowsOf = async (rows: readonly JobWithWheel[]): Promise<JobRow[]> => {
  const isReady = (row: JobWithWheel) => !row.stale && row.stages !== null;
  const lines = await refreshed(rows.flatMap((row) => (isReady(row) ? [] : [row.id])));
  return rows.map((row) => {
    try {
      const line = isReady(row) ? { stages: json<KeptStages>(row.stages) } : (lines.get(row.id) ?? { stages: [] });
      return "unreadable" in line ? unreadable(row, line.unreadable) : asRow(asJob(row), line.stages);
    } catch (error) {
      return unreadable(row, unlessOfTheRecord(error));
    }
  });
};
