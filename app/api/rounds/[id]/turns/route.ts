import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { addTurn } from "@/store/rounds";

const schema = z.object({ id: idSchema, spoke: z.int().min(1).max(72), turns: z.number().min(-20).max(20) });

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => addTurn((await params).id, await readBody(request, schema)));
