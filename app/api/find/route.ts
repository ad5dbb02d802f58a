import { answer } from "@/app/api/answer";
import { findJobs } from "@/record/job-rows";

export const GET = (request: Request) => answer(async () => findJobs(new URL(request.url).searchParams.get("q") ?? ""));
