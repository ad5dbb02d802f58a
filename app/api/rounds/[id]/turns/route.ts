import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { checkSpoke } from "@/core/rounds/check-reading";
import { MOST_HOLES } from "@/core/wheel/holes";
import { wheelRead } from "@/record/holes";
import { onPracticeWheel } from "@/record/practice-wheel";
import { addTurn } from "@/store/rounds";

const schema = z.object({
  id: idSchema,
  spoke: z.int().min(1).max(MOST_HOLES),
  turns: z.number().min(-20).max(20),
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});

/** One turn of a nipple; the same id again changes nothing. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await params;
    const turn = await readBody(request, schema);
    const { jobId, holes } = await wheelRead(id);
    checkSpoke(turn.spoke, holes);
    const { fresh, changes } = await addTurn(id, { ...turn, who: await entrant(request, turn.who) });
    if (fresh && turn.turns !== 0) await onPracticeWheel(jobId, (stand) => stand.turn(turn.spoke, turn.turns));
    return { ok: true, changes };
  });
