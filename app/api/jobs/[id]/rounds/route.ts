import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { openRound } from "@/store/rounds";

const schema = z.object({
  id: idSchema,
  kind: z.enum(["true", "tension"]).default("true"),
  plan: z
    .object({ part: z.number().min(0).max(1.2), turns: z.array(z.number().min(-20).max(20)).max(72) })
    .nullable()
    .default(null),
});

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id, kind, plan } = await readBody(request, schema);
    await openRound((await params).id, id, kind, plan);
  });
