import { z } from "zod";
import { answer, readBody } from "@/app/api/answer";
import { addReadings } from "@/store/rounds";
import { readingSchema } from "../../reading-schema";

/** Several readings at once: a whole turn of the stand, a trace from a file, readings mended after a slip. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => addReadings((await params).id, await readBody(request, z.array(readingSchema).min(1).max(300))));
