import { change } from "@/app/api/answer";
import { dropEmptyRound } from "@/store/rounds";

/** A round begun and left with nothing read or turned in it never was. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => ({ ok: true, changes: await dropEmptyRound((await params).id) }));
