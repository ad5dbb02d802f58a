import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { JOB_KINDS } from "@/core/wheel/stages";
import { openJob } from "@/store/open-job";
import { readSettings } from "@/store/settings";

const schema = z.object({
  id: idSchema,
  wheelId: idSchema.optional(),
  /** Another wheel of the machine that job's wheel is of. */
  beside: idSchema.optional(),
  kind: z.enum(JOB_KINDS),
});

/** A new job: of a new wheel, of one that was here before, or of another wheel of its machine. */
export const POST = (request: Request) =>
  change(async () => {
    const { sideA, sideB, tolerance } = await readSettings();
    const body = await readBody(request, schema);
    const job = body.kind === "practice" ? { ...body, machine: "Practice wheel" } : body;
    return openJob(job.wheelId ? { ...job, tolerance } : { ...job, sideA, sideB, tolerance });
  });
