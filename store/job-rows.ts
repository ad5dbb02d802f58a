import { STAGES_OF_KIND, type Stage, type StageState } from "@/core/wheel/stages";
import { jobRecord } from "./job-record";
import { listJobs } from "./jobs";

/** One row of the jobs list. */
export interface JobRow {
  readonly id: string;
  readonly mark: string;
  readonly customer: string;
  readonly machine: string;
  readonly wanted: string;
  readonly promised: string | null;
  readonly waitingFor: string | null;
  readonly waitingSince: string | null;
  readonly finished: boolean;
  /** Where the row leads. */
  readonly open: Stage;
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[];
}

export const listJobRows = async (): Promise<JobRow[]> => {
  const jobs = await listJobs(100);
  return Promise.all(
    jobs.map(async (job) => {
      const stages =
        (await jobRecord(job.id))?.stages ??
        STAGES_OF_KIND[job.kind].map((stage) => ({ stage, state: "ahead" as const }));
      const open =
        stages.find((s) => s.state === "next" || s.state === "waiting" || s.state === "changed")?.stage ??
        stages[stages.length - 1].stage;
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
    }),
  );
};
