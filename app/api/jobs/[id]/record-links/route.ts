import { answer } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { findJob } from "@/store/jobs";

/** Where a job's wheel and customer are found. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const job = await findJob((await params).id);
    if (!job) throw notThere("job");
    return { wheelId: job.wheelId, customerId: job.customerId };
  });
