import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { moveStock } from "@/store/stock";

const schema = z.object({
  id: idSchema,
  change: z
    .int({ error: (i) => `${JSON.stringify(i.input)} is not a whole number of pieces` })
    .min(-100_000)
    .max(100_000),
  jobId: idSchema.nullable().default(null),
  note: z.string().max(200).default(""),
});

/** What came in (+) or was taken (−), and for which job. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => moveStock({ stockId: (await params).id, ...(await readBody(request, schema)) }));
