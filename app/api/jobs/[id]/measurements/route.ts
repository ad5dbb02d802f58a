import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { checkFigure } from "@/core/wheel/check-figure";
import { addMeasurement } from "@/store/measurements";

const schema = z.object({
  id: idSchema,
  name: z.string().max(60),
  typed: z.string(),
  unit: z.enum(["mm", "inch", "thou"]).default("mm"),
  method: z.string().max(60).default(""),
});

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const m = await readBody(request, schema);
    const checked = checkFigure(m.name, m.typed, m.unit);
    if (!checked.ok) throw new BadInput(m.name, checked.message);
    await addMeasurement({
      id: m.id,
      jobId: (await params).id,
      name: m.name,
      typed: m.typed,
      unit: checked.unit,
      value: checked.value,
      method: m.method,
    });
  });
