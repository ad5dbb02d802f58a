import { answer } from "@/app/api/answer";
import { markDestressed } from "@/store/rounds";

export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => markDestressed((await params).id));
