import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { carryFrom } from "@/record/carry";

const schema = z.object({
  from: idSchema,
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});

/** Carries the figures of an earlier wheel of the machine over. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { from, who } = await readBody(request, schema);
    const job = await carryFrom((await params).id, from, await entrant(request, who));
    return { ok: true, changes: job.changes };
  });
