import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { saveOrder } from "@/store/desk-order";

export const POST = (request: Request) =>
  answer(async () => saveOrder((await readBody(request, z.object({ ids: z.array(idSchema).max(500) }))).ids));
