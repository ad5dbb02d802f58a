import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { addReading } from "@/store/rounds";

const schema = z.object({
  id: idSchema,
  what: z.enum(["lateral", "radial", "tension", "offset"]),
  spoke: z.int().min(0).max(72),
  value: z
    .number({ error: (i) => `${JSON.stringify(i.input)} is not a reading` })
    .min(-100)
    .max(20000),
  typed: z.string().max(60),
  doubtful: z.boolean().default(false),
});

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => addReading((await params).id, await readBody(request, schema)));
