import { change } from "@/app/api/answer";
import { onPracticeWheel } from "@/record/practice-wheel";
import { jobOfRound, markDestressed } from "@/store/rounds";

/** All was de-stressed after the turns of this round. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await params;
    const { fresh, changes } = await markDestressed(id);
    const job = fresh ? await jobOfRound(id) : null;
    if (job) await onPracticeWheel(job, (stand) => stand.destress());
    return { ok: true, changes };
  });
