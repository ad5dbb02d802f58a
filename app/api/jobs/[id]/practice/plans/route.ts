import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { MOST_ALTERED } from "@/core/rounds/turn";
import { PLANS } from "@/core/shop/practice-plan";
import { MOST_HOLES } from "@/core/wheel/holes";
import { comparePlans, takePlan } from "@/record/practice-plans";

const own = z.object({
  round: z.uuid(),
  turns: z.array(z.number().min(-MOST_ALTERED).max(MOST_ALTERED)).max(MOST_HOLES).nullable(),
  hints: z.int().min(0).max(20).default(0),
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});
const chosen = z.object({ round: z.uuid(), chosen: z.enum(PLANS) });

/** Puts a learner's plan for a round beside the advice and what a hand would do. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const told = await readBody(request, own);
    return comparePlans((await params).id, { ...told, who: await entrant(request, told.who) });
  });

/** Whose turns are made. */
export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const told = await readBody(request, chosen);
    await takePlan((await params).id, told.round, told.chosen);
  });
