import { change, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { checkReading } from "@/core/rounds/check-reading";
import { wheelRead } from "@/record/holes";
import { addReadings } from "@/store/rounds";
import { readingSchema } from "../reading-schema";

/** One reading; the same id again changes nothing. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const reading = await readBody(request, readingSchema);
    const { id } = await params;
    const { jobId, holes } = await wheelRead(id);
    checkReading(reading, holes);
    const who = await entrant(request, reading.who);
    return { ok: true, changes: await addReadings(id, [{ ...reading, who }], jobId) };
  });
