import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { notMeasured, notThere } from "@/core/wheel/bad-input";
import { jobRecord } from "@/record/job-record";
import { saveBuild } from "@/store/builds";

/** Settles the wheel as it is now measured. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { version } = await readBody(request, z.object({ version: z.int().min(0) }));
    const { id } = await params;
    const record = await jobRecord(id);
    if (!record) throw notThere("job", "id");
    if (!record.build.wheel) throw notMeasured(record.build.problem);
    return saveBuild({ jobId: id, wheel: record.build.input, assumed: record.build.assumed, version });
  });
