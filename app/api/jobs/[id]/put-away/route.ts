import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { eraseJob, putAway } from "@/store/put-away";

const schema = z.object({ id: idSchema, away: z.boolean({ error: "true puts it away, false brings it back" }) });

/** Puts a job away, or brings it back. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { away } = await readBody(request, schema);
    return { ok: true, changes: await putAway((await params).id, away) };
  });

/** Erases what was put away, for good. */
export const DELETE = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await params;
    const erased = await eraseJob(id);
    await deed(request, "erased", `job ${id}`);
    return erased;
  });
