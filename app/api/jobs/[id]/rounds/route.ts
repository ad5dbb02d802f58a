import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { openRound } from "@/store/rounds";

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => openRound((await params).id, (await readBody(request, z.object({ id: idSchema }))).id));
