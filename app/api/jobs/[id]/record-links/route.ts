import { answer } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { findJob } from "@/store/jobs";

/** Where a job's wheel and customer are found. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const job = await findJob((await params).id);
    if (!job) throw new BadInput("job", "there is no such job");
    return { wheelId: job.wheelId, customerId: job.customerId };
  });
