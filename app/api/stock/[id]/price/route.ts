import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { priceStock } from "@/store/stock";

const schema = z.object({
  id: idSchema,
  price: z
    .number({ error: (i) => `${JSON.stringify(i.input)} is no price; give a figure such as 1.35, or null for none` })
    .min(0, { error: "a price is not below 0" })
    .max(1_000_000, { error: "a price is at most 1 000 000" })
    .nullable(),
  /** What it cost where the new price was told. */
  seen: z.number({ error: "the price that was seen, or null for none" }).nullable(),
});

/** What a piece of this drawer costs a customer. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const { price, seen } = await readBody(request, schema);
    await priceStock((await params).id, price, seen);
  });
