import { change } from "@/app/api/answer";
import { takeBackHandover } from "@/store/sheets";

/** Not handed back after all: the job is on the bench again; what was signed is kept. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => ({ ok: true, changes: await takeBackHandover((await params).id) }));
