import { answer, change, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { settingsSchema } from "@/core/shop/settings";
import { checkCopiesFolder } from "@/store/copies";
import { changeSettings, readSettings } from "@/store/settings";

/** What holds for the shop. */
export const GET = () => answer(readSettings);

/** Changes what holds for the shop. */
export const PATCH = (request: Request) =>
  change(async () => {
    const change = await readBody(request, settingsSchema.partial());
    if (change.copiesFolder !== undefined) checkCopiesFolder(change.copiesFolder);
    const next = await changeSettings(change);
    await deed(request, "settings", Object.keys(change).join(", "));
    return next;
  });
