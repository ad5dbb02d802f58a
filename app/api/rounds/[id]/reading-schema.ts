import { z } from "zod";
import { idSchema } from "@/app/api/answer";
import { TENSION_WAYS } from "@/core/tension/told";

/** One reading as a screen sends it. */
export const readingSchema = z.object({
  id: idSchema,
  what: z.enum(["lateral", "far-edge", "radial", "offset", ...TENSION_WAYS]),
  spoke: z.int().min(0).max(72),
  value: z
    .number({ error: (i) => `${JSON.stringify(i.input)} is not a reading` })
    .min(-100)
    .max(20000),
  typed: z.string().max(60),
  doubtful: z.boolean().default(false),
  sure: z.number().min(0).max(1200).nullable().default(null),
  tableId: idSchema.nullable().default(null),
  against: z.int().min(1).max(72).nullable().default(null),
});
