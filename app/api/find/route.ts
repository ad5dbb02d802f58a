import { answer } from "@/app/api/answer";
import { find } from "@/store/find";

export const GET = (request: Request) => answer(async () => find(new URL(request.url).searchParams.get("q") ?? ""));
