import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { adviseRound } from "@/record/advice";

const schema = z.object({ jobId: idSchema });

/** Works the advice out on the readings stored so far and keeps it with the round. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => adviseRound((await readBody(request, schema)).jobId, (await params).id));
