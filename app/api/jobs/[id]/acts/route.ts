import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { actSchema } from "@/core/acts/act";
import { checkSpoke } from "@/core/rounds/check-reading";
import { BadInput } from "@/core/wheel/bad-input";
import { holesOfJob } from "@/record/holes";
import { addAct } from "@/store/acts";

const schema = z.object({
  id: idSchema,
  act: actSchema,
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});

/** Something done or told at the bench that is no figure of the wheel. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { id } = await params;
    const given = await readBody(request, schema);
    if (given.act.what === "sheet-signed-first")
      throw new BadInput("act.what", "a sheet is signed where it is shown", { code: "stands-against", what: "sheet" });
    if ("spoke" in given.act) checkSpoke(given.act.spoke, await holesOfJob(id), "act.spoke");
    return { ok: true, changes: await addAct(id, { ...given, who: await entrant(request, given.who) }) };
  });
