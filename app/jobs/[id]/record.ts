import { notFound } from "next/navigation";
import { placeSpokes } from "@/core/lacing/placement";
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
    taken: Object.fromEntries(
      Object.values(record.latest).map((m) => [m.name, { typed: m.typed, unit: m.unit, value: m.value }]),
    ),
    earlier: Object.fromEntries(
      Object.keys(record.latest).map((name) => [
        name,
        record.measurements
          .filter((m) => m.name === name)
          .map((m) => ({ typed: m.typed, unit: m.unit, value: m.value })),
      ]),
    ),
  };
};
