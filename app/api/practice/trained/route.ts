import { answer } from "@/app/api/answer";
import { trainedScores } from "@/record/practice-score";

/** The wheels last trained on, and how each stands. */
export const GET = () => answer(trainedScores);
