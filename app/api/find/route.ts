import { answer } from "@/app/api/answer";
import { findJobs } from "@/record/job-rows";

/** Jobs that are found by a word. */
export const GET = (request: Request) => answer(async () => findJobs(new URL(request.url).searchParams.get("q") ?? ""));
