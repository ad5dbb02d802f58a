import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { PRACTICE_LEVELS } from "@/core/shop/practice-levels";
import { mountPracticeWheel } from "@/record/practice-wheel";
import { removePracticeWheel } from "@/store/practice-wheels";

const schema = z.object({
  seed: z.int().min(1).max(1_000_000).default(1),
  start: z.enum(["fresh", "buckled"]).default("fresh"),
  level: z.enum(PRACTICE_LEVELS).optional(),
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});

/** Puts a simulated wheel on this job's stand. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { seed, start, level, who } = await readBody(request, schema);
    await mountPracticeWheel((await params).id, seed, level ? { level } : { start }, await entrant(request, who));
  });

/** Takes the practice wheel off the stand. */
export const DELETE = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => removePracticeWheel((await params).id));
