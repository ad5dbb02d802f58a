import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { checkReading } from "@/core/rounds/check-reading";
import { wheelRead } from "@/record/holes";
import { addReadings } from "@/store/rounds";
import { readingSchema } from "../../reading-schema";

/** Several readings at once: a whole turn of the stand, a trace from a file, readings mended after a slip. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const readings = await readBody(request, z.array(readingSchema).min(1).max(300));
    const { id } = await params;
    const { jobId, holes } = await wheelRead(id);
    for (const reading of readings) checkReading(reading, holes);
    return {
      ok: true,
      changes: await addReadings(
        id,
        await Promise.all(readings.map(async (r) => ({ ...r, who: await entrant(request, r.who) }))),
        jobId,
      ),
    };
  });
