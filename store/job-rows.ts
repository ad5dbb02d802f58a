import type { JobRow } from "@/core/planning/job-row";
import { STAGES_OF_KIND } from "@/core/wheel/stages";
import { jobRecord } from "./job-record";
import { listJobs } from "./jobs";

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
