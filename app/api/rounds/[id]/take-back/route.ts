import { answer } from "@/app/api/answer";
import { onPracticeWheel } from "@/app/api/practice-wheel";
import { jobOfRound, takeBackTurns } from "@/store/rounds";

/** Every nipple turned in this round turned back: stored as turns of their own, nothing is forgotten. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    const back = await takeBackTurns(id);
    const job = await jobOfRound(id);
    if (job && back.length > 0)
      await onPracticeWheel(job, (stand) => {
        for (const t of back) stand.turn(t.spoke, t.turns);
      });
    return { back };
  });
