import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { saveStock } from "@/store/stock";

const size = (most: number, what: string) =>
  z
    .number({ error: (i) => `${JSON.stringify(i.input)} is not a number; give ${what}` })
    .min(0, { error: `${what} is more than 0` })
    .max(most, { error: `${what} is at most ${most}` })
    .nullable();

const schema = z.object({
  id: idSchema,
  kind: z.enum(["spoke", "nipple", "washer"]),
  name: z.string().trim().min(1, { error: "say what is in the drawer" }).max(200),
  size: size(500, "a length or thickness in mm"),
  diameter: size(20, "a thickness in mm"),
  pitch: size(5, "a thread pitch in mm"),
  place: z.string().max(100).default(""),
  reorderAt: z.int({ error: "a whole number of pieces" }).min(0).max(100_000).default(0),
});

/** A drawer of the stock, new or described anew. */
export const POST = (request: Request) => change(async () => saveStock(await readBody(request, schema)));
