import { z } from "zod";
import { ROWS } from "./archive-rows";
import { LATER } from "./archive-tables";

/** `job.json` of a job's archive; the pictures lie beside it as `photos/ID-large` and `photos/ID-small`. */
export const archiveDocument = z
  .object({
    format: z.literal("tall-compass/job").describe("What kind of file it is"),
    version: z.literal(2).describe("Version of the format, a number; 1 is read too"),
    tables: z
      .object(
        Object.fromEntries(
          Object.entries(ROWS).map(([name, row]) => {
            const rows = z.array(row).describe(`Rows of ${name}`);
            return [name, (LATER as readonly string[]).includes(name) ? rows.optional() : rows];
          }),
        ),
      )
      .describe(
        "Rows as they are stored, in the order they were made, with their ids: one customer, one wheel, one job. A time is " +
          '{"date": "2026-11-27T10:00:00.000Z"}.',
      ),
  })
  .meta({
    title: "A job's archive",
    description:
      "job.json in the zip of a job. Rows name their parents by id (customer_id, wheel_id, job_id, round_id, order_id, " +
      "table_id); those of tables gauge_tables, practice_wheels and practice_plans may be left out. Pictures lie beside it " +
      "as JPEG, photos/ID-large and photos/ID-small.",
  });
