import { answer } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { frontOfRound } from "@/record/advice";
import { jobOfRound } from "@/store/rounds";

/** How true the wheel could be for each unevenness allowed. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    const job = await jobOfRound(id);
    if (!job) throw notThere("round");
    return frontOfRound(job, id);
  });
