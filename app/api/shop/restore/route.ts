import { z } from "zod";
import { answer, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { forgetCopy, lookIntoCopy, restoreNow, takeCopy } from "@/store/restoring";

/** How the putting back of a copy stands. */
export const GET = () => answer(async () => restoreNow());

const schema = z.object({
  copy: z.string({ error: "the name of a copy" }),
  /** It was looked into, and what was found is wanted in the shop's place. */
  take: z.boolean({ error: "true or false" }).default(false),
});

/** Begins to look into a copy, or to put it in the shop's place; how it goes on is asked for. */
export const POST = (request: Request) =>
  answer(async () => {
    const { copy, take } = await readBody(request, schema);
    await (take ? takeCopy(copy) : lookIntoCopy(copy));
    if (take) await deed(request, "restored", copy);
    return restoreNow();
  });

/** Leaves it. */
export const DELETE = () =>
  answer(async () => {
    await forgetCopy();
    return restoreNow();
  });
