import { answer } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { wayAheadOfRound } from "@/record/advice";
import { jobOfRound } from "@/store/rounds";

/** Rounds, nipples and minutes to the end of truing, from this round on. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    const job = await jobOfRound(id);
    if (!job) throw notThere("round");
    return wayAheadOfRound(job, id);
  });
