import { answer, readBody } from "@/app/api/answer";
import { addReading } from "@/store/rounds";
import { readingSchema } from "../reading-schema";

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => addReading((await params).id, await readBody(request, readingSchema)));
