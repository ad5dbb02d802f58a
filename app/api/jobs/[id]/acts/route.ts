import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { actSchema } from "@/core/acts/act";
import { addAct } from "@/store/acts";

const schema = z.object({
  id: idSchema,
  act: actSchema,
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});

/** Something done or told at the bench that is no figure of the wheel. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => ({ ok: true, changes: await addAct((await params).id, await readBody(request, schema)) }));
