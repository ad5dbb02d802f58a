import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { putTogether } from "@/store/known";

const schema = z.object({ into: idSchema });

/** Two customers are one: this one's wheels become the other's. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => putTogether((await params).id, (await readBody(request, schema)).into));
