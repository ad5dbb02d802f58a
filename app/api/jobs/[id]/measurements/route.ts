import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { checkFigure } from "@/core/figures/check-figure";
import { BadInput } from "@/core/wheel/bad-input";
import { addMeasurement } from "@/store/measurements";

const schema = z.object({
  id: idSchema,
  name: z.string().max(60),
  place: z.int({ error: "a place is 0, or 1, 2, 3 … round the wheel" }).default(0),
  role: z.enum(["new", "again", "out"]).default("new"),
  typed: z.string(),
  unit: z.enum(["mm", "inch", "thou", "N", "kgf", "lbf"]).optional(),
  method: z.string().max(60).default(""),
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
  seen: z.string().max(36).nullable().optional(),
});

/** Stores a figure; answers with what somebody else had put down meanwhile, if anything. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const m = await readBody(request, schema);
    const jobId = (await params).id;
    const leftOut = m.role === "out";
    const checked = leftOut
      ? { ok: true as const, value: null, unit: "" }
      : checkFigure(m.name, m.typed, m.unit ?? "mm", m.place);
    if (!checked.ok) throw new BadInput(m.name || "name", checked.message, checked.refusal);
    return {
      ok: true,
      ...(await addMeasurement({
        ...m,
        who: await entrant(request, m.who),
        jobId,
        unit: checked.unit,
        value: checked.value,
      })),
    };
  });
