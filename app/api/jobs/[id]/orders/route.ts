import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { jobRecord } from "@/record/job-record";
import { orderNow } from "@/record/order";
import { addOrder } from "@/store/orders";

/** Puts the order down as the wheel is measured now, with the sum it rests on. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await readBody(request, z.object({ id: idSchema }));
    const record = await jobRecord((await params).id);
    if (!record) throw notThere("job", "id");
    return { ok: true, changes: await addOrder(id, record.job.id, orderNow(record)) };
  });
