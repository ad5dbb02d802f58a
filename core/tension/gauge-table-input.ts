import { z } from "zod";
import { checkPoints } from "./gauge-table";

/** A table as the screen sends it; version 0 is a new one. */
export const gaugeTableSchema = z.object({
  id: z.uuid({ error: "an id is a UUID made by the sender" }),
  gauge: z.string().trim().min(1, { error: "is empty; give the gauge a name" }).max(100),
  spoke: z.string().trim().min(1, { error: "is empty; say for which spokes it holds" }).max(100),
  points: z
    .array(z.object({ reading: z.number(), tension: z.number().min(0, { error: "is less than slack" }) }))
    .max(2000)
    .superRefine((points, context) => {
      const wrong = checkPoints(points);
      if (wrong) context.addIssue({ code: "custom", message: wrong });
    }),
  version: z.int().min(0),
});
