import { answer, readBody } from "@/app/api/answer";
import { checkReading } from "@/core/rounds/check-reading";
import { addReadings } from "@/store/rounds";
import { readingSchema } from "../reading-schema";

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const reading = await readBody(request, readingSchema);
    checkReading(reading, null);
    return { ok: true, changes: await addReadings((await params).id, [reading]) };
  });
