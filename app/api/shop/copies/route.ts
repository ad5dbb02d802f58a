import { z } from "zod";
import { answer, change, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { todayIn } from "@/core/planning/today";
import { copyIfDue, makeCopy, shopCopies, tryOutIfDue } from "@/store/copies";
import { readSettings } from "@/store/settings";

/** The copies of the whole shop, and the one under way. */
export const GET = () => answer(shopCopies);

const schema = z.object({
  /** Only where today has none yet. */
  ifDue: z.boolean().default(false),
});

/** Begins a copy of the whole shop; how it goes on is asked for. */
export const POST = (request: Request) =>
  change(async () => {
    const { ifDue } = await readBody(request, schema);
    const today = todayIn((await readSettings()).timeZone);
    // Nobody waits for it here: what became of it is told with the copies.
    void (ifDue ? copyIfDue(today).then(() => tryOutIfDue(today)) : makeCopy(today)).catch(() => undefined);
    if (!ifDue) await deed(request, "copied");
    return { ok: true };
  });
