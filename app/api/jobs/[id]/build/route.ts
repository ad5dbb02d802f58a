import { z } from "zod";
import { answer, readBody } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { jobRecord } from "@/record/job-record";
import { saveBuild } from "@/store/builds";

/** Settles the wheel as it is now measured. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { version } = await readBody(request, z.object({ version: z.int().min(0) }));
    const { id } = await params;
    const record = await jobRecord(id);
    if (!record) throw new BadInput("id", "there is no such job");
    if (!record.build.wheel)
      throw new BadInput(
        record.build.problem?.name ?? "",
        record.build.problem?.message ?? "these figures do not make a wheel",
      );
    return saveBuild({ jobId: id, wheel: record.build.input, assumed: record.build.assumed, version });
  });
