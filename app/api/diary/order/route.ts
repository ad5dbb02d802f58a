import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { saveOrder } from "@/store/desk-order";

const schema = z.object({
  ids: z.array(idSchema).max(500),
  /** The number of orders that had been seen. */
  seen: z.int({ error: "the number of the order that was seen" }).min(0),
});

/** The wheels in the order somebody dragged them into. */
export const POST = (request: Request) =>
  change(async () => {
    const { ids, seen } = await readBody(request, schema);
    return { ok: true, ordered: await saveOrder(ids, seen) };
  });
