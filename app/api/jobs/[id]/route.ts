import { z } from "zod";
import { answer, readBody } from "@/app/api/answer";
import { changeJob } from "@/store/jobs";

const words = (most: number) => z.string().max(most, { error: `at most ${most} letters` });
const day = z.iso.date({ error: "a day is written 2026-12-04" }).nullable();

const schema = z.object({
  version: z.int(),
  /** The same was refused and is meant. */
  again: z.boolean().default(false),
  change: z
    .object({
      customer: words(200),
      telephone: words(60),
      machine: words(200),
      mark: words(60).trim().min(1, { error: "a wheel needs a mark of its own" }),
      place: z.enum(["front", "rear", "other"]),
      wanted: words(1000),
      promised: day,
      waitingFor: words(200).nullable(),
      waitingSince: day,
      sideA: words(40).min(1, { error: "a side needs a name" }),
      sideB: words(40).min(1, { error: "a side needs a name" }),
      tolerance: z.enum(["service", "shop", "show", "race", "own"]),
    })
    .partial(),
});

export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { version, change, again } = await readBody(request, schema);
    return changeJob((await params).id, version, change, again);
  });
