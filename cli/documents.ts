import type { z } from "zod";
import { noteSchema } from "@/core/tension/note-input";
import { adviseSchema } from "@/core/truing/advise-input";
import { wheelSchema } from "@/core/wheel/wheel-file";
import { ANSWERS, refusedSchema } from "./answers";
import { runoutSchema } from "./commands";

const titled = (schema: z.ZodType, title: string, description: string) => schema.meta({ title, description });

/** Every document that goes in or comes out of the command, by the name it is published under. */
export const DOCUMENTS = {
  wheel: titled(
    wheelSchema,
    "Wheel file",
    "A wheel, *.wheel.json, in mm, N and degrees. Beyond what stands here: each flange has at least half as many holes as " +
      "the rim; the rim's ERD is at least 20 mm larger than every hole circle; no more crosses than the spokes reach (a " +
      "spoke past the tangent is refused). Keys that are not known are left out and told as warnings.",
  ),
  advise: titled(
    adviseSchema.extend({ wheel: wheelSchema.describe("A wheel file (wheel.schema.json)") }),
    "Readings to be advised on",
    "In to wheel advise. Every list has as many entries as the rim has holes, in the rim's order.",
  ),
  runout: titled(runoutSchema, "Readings round a rim", "In to wheel runout; both lists are equally long."),
  tension: titled(
    noteSchema,
    "A spoke and its note",
    "In to wheel tension; either a frequency or a tension, not both.",
  ),
} as const;

export const ANSWERED = { ...ANSWERS, refused: refusedSchema } as const;
