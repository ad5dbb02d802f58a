import { printedSheet } from "@/app/api/jobs/[id]/sheet/printed";
import { customerWheel } from "@/record/customer-wheel";
import { jobRecord } from "@/record/job-record";

interface Asked {
  readonly params: Promise<{ readonly token: string; readonly job: string }>;
}

/** The sheet that was handed over with a customer's own wheel, on paper. */
export const GET = async (request: Request, { params }: Asked): Promise<Response> => {
  const { token, job } = await params;
  const wheel = await customerWheel(token);
  const record = wheel?.visits.some((v) => v.jobId === job) ? await jobRecord(job) : null;
  return record ? printedSheet(record, request) : new Response("There is no such sheet here", { status: 404 });
};
