import { answer } from "@/app/api/answer";
import { practiceScore } from "@/record/practice-score";

/** How the practice wheel really stands, against the best it could be. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => practiceScore((await params).id));
