import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { putTogether } from "@/store/known";

const schema = z.object({ into: idSchema });

/** Two customers are one: this one's wheels become the other's. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => putTogether((await params).id, (await readBody(request, schema)).into));
