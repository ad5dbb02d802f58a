import { z } from "zod";
import { idSchema } from "@/app/api/answer";
import { INSTRUMENT, READING_KINDS, READING_METHODS } from "@/core/rounds/reading";
import { MOST_HOLES } from "@/core/wheel/holes";

/** One reading as a screen sends it. */
export const readingSchema = z.object({
  id: idSchema,
  what: z.enum(READING_KINDS),
  spoke: z.int().min(0).max(MOST_HOLES),
  value: z
    .number({ error: (i) => `${JSON.stringify(i.input)} is not a reading` })
    .min(-200)
    .max(100_000),
  typed: z.string().max(60),
  doubtful: z.boolean().default(false),
  sure: z.number().min(0).max(1200).nullable().default(null),
  tableId: idSchema.nullable().default(null),
  against: z.int().min(1).max(MOST_HOLES).nullable().default(null),
  instrument: z
    .string()
    .regex(INSTRUMENT, {
      error: (i) => `${JSON.stringify(i.input)} is no instrument's name; small letters, as in torque-key`,
    })
    .default("unknown"),
  method: z.enum(READING_METHODS).default("at-place"),
  unit: z.string().max(12).default(""),
  per: z.number().positive({ error: "what a division is must be more than 0" }).max(1000).nullable().default(null),
  sign: z.literal([1, -1]).default(1),
  shift: z.number().min(-100).max(100).default(0),
  who: z.string().max(60, { error: "a name of at most 60 letters" }).default(""),
});
