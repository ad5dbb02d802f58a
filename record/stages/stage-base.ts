import type { JobRecord } from "../job-record";

/** What every stage's place shows of a job, whatever it shows beside it. */
export const stageBase = ({ job, stages, measurements, acts }: JobRecord) => ({
  jobId: job.id,
  /** As the stage bar and the walks name it. */
  title: [job.mark, job.machine].filter(Boolean).join(" "),
  kind: job.kind,
  /** How many changes the record had had when this was read. */
  changes: job.changes,
  putAway: job.putAway,
  names: { A: job.sideA, B: job.sideB },
  stages,
  measurements,
  acts,
});

/** While the figures make no wheel: what is missing. */
export const noWheelYet = (record: JobRecord) => ({
  ...stageBase(record),
  wheel: null,
  problem: record.build.problem?.message ?? "",
});
