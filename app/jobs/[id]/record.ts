import { notFound } from "next/navigation";
import { placeSpokes } from "@/core/lacing/placement";
import type { Entry } from "@/core/measurement/taken";
import { type JobRecord, jobRecord } from "@/store/job-record";

/** The record behind a job's page, with what every stage's page shows of it. */
export const pageRecord = async (params: Promise<{ id: string }>) => {
  const record: JobRecord | null = await jobRecord((await params).id);
  if (!record) notFound();
  const { job, stages } = record;
  return {
    record,
    names: { A: job.sideA, B: job.sideB },
    title: [job.mark, job.machine].filter(Boolean).join(" "),
    frame: { jobId: job.id, job: [job.mark, job.machine].filter(Boolean).join(" "), stages },
    spokes: record.wheel ? placeSpokes(record.wheel) : [],
    taken: record.taken,
    entries: record.measurements.reduce<Record<string, Entry[]>>((by, m) => {
      by[m.name] = [...(by[m.name] ?? []), m];
      return by;
    }, {}),
  };
};
