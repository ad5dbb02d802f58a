import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { jobRecord } from "@/store/job-record";
import { openRound, turnsMade } from "@/store/rounds";

const schema = z.object({
  id: idSchema,
  kind: z.enum(["true", "tension"]).default("true"),
  plan: z
    .object({ part: z.number().min(0).max(1.2), turns: z.array(z.number().min(-20).max(20)).max(72) })
    .nullable()
    .default(null),
});

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id, kind, plan } = await readBody(request, schema);
    await openRound((await params).id, id, kind, plan);
  });

/** Every round as it counts: newest reading of each place, turns really made. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) throw new BadInput("job", "there is no such job");
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
