import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { readLength } from "@/core/units/read-number";
import { BadInput } from "@/core/wheel/bad-input";
import { addGoods } from "@/store/orders";

const schema = z.object({
  id: idSchema,
  /** mm, of the order's own lines. */
  length: z
    .number()
    .min(20, { error: (i) => `${i.input} mm is no spoke's length; 20 to 500` })
    .max(500, { error: (i) => `${i.input} mm is no spoke's length; 20 to 500` }),
  what: z.enum(["count", "first", "second"]),
  typed: z.string().max(60),
  unit: z.enum(["mm", "inch", "thou"]).default("mm"),
});

/** Goods in: how many of a length came, and two of them measured. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const g = await readBody(request, schema);
    const read = readLength(g.typed, g.what === "count" ? "mm" : g.unit);
    if (!read.ok) throw new BadInput(g.what, read.message, { code: "unreadable" });
    if (g.what === "count" && (!Number.isInteger(read.value) || read.value < 0))
      throw new BadInput("count", `“${g.typed}” is no count; a whole number such as 20 will do`, {
        code: "unreadable",
      });
    if (g.what !== "count" && (read.mm < 20 || read.mm > 500))
      throw new BadInput(g.what, `${g.typed} is ${read.mm.toFixed(0)} mm, no spoke's length; check the unit`, {
        code: "out-of-range",
        given: read.mm,
        from: 20,
        to: 500,
      });
    const { id, length, what, typed } = g;
    const value = what === "count" ? read.value : read.mm;
    return { ok: true, changes: await addGoods((await params).id, { id, length, what, typed, value }) };
  });
