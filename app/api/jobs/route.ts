import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { openJob } from "@/store/jobs";
import { readSettings } from "@/store/settings";

const schema = z.object({
  id: idSchema,
  wheelId: idSchema.optional(),
  kind: z.enum(["rebuild", "broken-spoke", "true-only", "check-only"]),
});

export const POST = (request: Request) =>
  answer(async () => {
    const { sideA, sideB, tolerance } = await readSettings();
    const job = await readBody(request, schema);
    return openJob(job.wheelId ? { ...job, tolerance } : { ...job, sideA, sideB, tolerance });
  });
