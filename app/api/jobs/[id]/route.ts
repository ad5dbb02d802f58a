import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { changeJob } from "@/store/jobs";

const words = (most: number) => z.string().max(most, { error: `at most ${most} letters` });
const day = z.iso.date({ error: "a day is written 2026-12-04" }).nullable();

/** What is told of a job, line by line. */
const told = z
  .object({
    customer: words(200),
    customerId: idSchema,
    telephone: words(60),
    machine: words(200),
    mark: words(60).trim().min(1, { error: "a wheel needs a mark of its own" }),
    place: z.enum(["", "front", "rear", "other"]),
    wanted: words(1000),
    promised: day,
    waitingFor: words(200).nullable(),
    waitingSince: day,
    sideA: words(40).min(1, { error: "a side needs a name" }),
    sideB: words(40).min(1, { error: "a side needs a name" }),
    tolerance: z.enum(["service", "shop", "show", "race", "own"]),
  })
  .partial();

const schema = z.object({
  change: told,
  /** How each of these lines stood for whoever changes it. */
  seen: told,
  /** The same was refused and is meant. */
  again: z.boolean().default(false),
});

/** What the desk changes of a job. */
export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const job = await changeJob((await params).id, await readBody(request, schema));
    return { ok: true, changes: job.changes, job };
  });
