import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { openJob } from "@/store/jobs";

const schema = z.object({ id: idSchema, kind: z.enum(["rebuild", "broken-spoke", "true-only", "check-only"]) });

export const POST = (request: Request) => answer(async () => openJob(await readBody(request, schema)));
