import { change } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { takeBackHandover } from "@/store/sheets";

/** Not handed back after all: the job is on the bench again; what was signed is kept. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await params;
    const changes = await takeBackHandover(id);
    await deed(request, "withdrawn", `job ${id}`);
    return { ok: true, changes };
  });
