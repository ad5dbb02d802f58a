import { z } from "zod";
import { answer, change, idSchema, readBody } from "@/app/api/answer";
import { ROUND_KINDS } from "@/core/rounds/round";
import { turnsMade } from "@/core/rounds/turn";
import { notThere } from "@/core/wheel/bad-input";
import { MOST_HOLES } from "@/core/wheel/holes";
import { jobRecord } from "@/record/job-record";
import { openRound } from "@/store/rounds";

const schema = z.object({
  id: idSchema,
  kind: z.enum(ROUND_KINDS).default("true"),
  plan: z
    .object({ part: z.number().min(0).max(1.2), turns: z.array(z.number().min(-20).max(20)).max(MOST_HOLES) })
    .nullable()
    .default(null),
});

/** A new round; the same id again changes nothing. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const changes = await openRound((await params).id, await readBody(request, schema));
    return { ok: true, changes };
  });

/** Every round as it counts: newest reading of each place, turns really made. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) throw notThere("job");
    const holes = record.wheel?.rim.holes ?? 0;
    return {
      rounds: record.rounds.map((r) => ({
        id: r.id,
        number: r.number,
        kind: r.kind,
        destressed: r.destressed,
        ...record.read.readings(r),
        turns: turnsMade(r, holes),
      })),
    };
  });
