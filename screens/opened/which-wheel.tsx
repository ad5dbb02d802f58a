import type { JobRow } from "@/core/planning/job-row";

/** The wheels on the bench, one of which is meant. */
export const WhichWheel = ({
  jobs,
  row,
  onChoose,
}: {
  jobs: readonly JobRow[];
  row: string;
  onChoose: (job: JobRow) => void;
}) => (
  <ul>
    {jobs.map((job) => (
      <li key={job.id}>
        <button type="button" className={row} onClick={() => onChoose(job)}>
          <span className="min-w-0 truncate">
            <b className="font-mono">{job.mark}</b>{" "}
            {[job.machine, job.customer].filter((words) => words !== "").join(", ")}
          </span>
          <b className="shrink-0 underline">this one</b>
        </button>
      </li>
    ))}
    {jobs.length === 0 && <li className="px-4 py-2 text-lg">No wheel is on the bench.</li>}
  </ul>
);
