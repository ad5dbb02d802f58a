import type { Knex } from "knex";
import { placeSpokes } from "@/core/lacing/placement";
import type { JobRow } from "@/core/planning/job-row";
import { findWords } from "@/core/shop/find-words";
import type { Stage, StageState } from "@/core/wheel/stages";
import { STAGES_OF_KIND } from "@/core/wheel/stages";
import { database } from "./database";
import { jobRecord } from "./job-record";
import { type Job, jobsFrom } from "./jobs";
import { json } from "./json-column";

type Stages = JobRow["stages"];

const parsed = (value: unknown): Stages | null => (value === null || value === undefined ? null : json<Stages>(value));

/** Works a job's line out anew and keeps it, with the words that find it. */
export const refreshJob = async (id: string): Promise<Stages> => {
  const record = await jobRecord(id);
  if (!record) return [];
  const { job, stages, measurements, wheel } = record;
  const notes = measurements.filter((m) => m.value === null && m.unit === "text").map((m) => m.typed);
  const lengths = wheel ? placeSpokes(wheel).map((s) => `${Math.round(s.length)}mm`) : [];
  const words = [
    job.mark,
    job.customer,
    job.telephone,
    job.machine,
    job.place,
    job.wanted,
    ...notes,
    ...new Set(lengths),
  ];
  await database().transaction(async (trx) => {
    await trx("jobs")
      .where({ id })
      .update({ stages: JSON.stringify(stages), stages_fresh: true });
    await keepWords(trx, id, words.join(" "));
  });
  return stages;
};

const keepWords = async (db: Knex.Transaction, jobId: string, text: string): Promise<void> => {
  const { created_at } = await db("jobs").where({ id: jobId }).first("created_at");
  const newest = new Date(created_at).getTime();
  await db("find_words").where({ job_id: jobId }).delete();
  const words = findWords(text);
  if (words.length === 0) return;
  // Words alike but for an accent are one to the database.
  await db("words")
    .insert(words.map((word) => ({ word })))
    .onConflict()
    .ignore();
  await db("find_words")
    .insert(words.map((word) => ({ word, newest, job_id: jobId })))
    .onConflict()
    .ignore();
};

const asRow = (job: Job, stages: Stages): JobRow => {
  const open =
    stages.find((s) => s.state === "next" || s.state === "waiting" || s.state === "changed")?.stage ??
    stages.at(-1)?.stage ??
    "book-in";
  const { id, mark, customer, machine, wanted, promised, waitingFor, waitingSince } = job;
  return {
    id,
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

/** Jobs with their lines: those changed since are worked out, the others stand ready. */
export const rowsOf = async (rows: readonly Record<string, unknown>[]): Promise<JobRow[]> => {
  const jobs = jobsFrom(rows);
  const out: JobRow[] = [];
  for (const [i, job] of jobs.entries()) {
    const kept = rows[i].stages_fresh ? parsed(rows[i].stages) : null;
    const stages =
      kept ??
      (await refreshJob(job.id)) ??
      STAGES_OF_KIND[job.kind].map((stage): { stage: Stage; state: StageState } => ({ stage, state: "ahead" }));
    out.push(asRow(job, stages));
  }
  return out;
};
