import { unprintable } from "@/formats/paper/faces";
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
  /** Letters of it that no paper can show. */
  notPrinted: unprintable(
    [job.mark, job.machine, job.customer, job.telephone, job.wanted, job.sideA, job.sideB].join(""),
  ),
});

/** While the figures make no wheel: what is missing. */
export const noWheelYet = (record: JobRecord) => ({
  ...stageBase(record),
  wheel: null,
  problem: record.build.problem?.message ?? "",
});
