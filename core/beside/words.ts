import { z } from "zod";

const hertz = z.number().positive().max(50_000);
const why = z.string().max(200);

/** What the device that shows a walk tells the one that listens for it: where the walk stands. */
const shownSchema = z.object({
  from: z.literal("walk"),
  job: z.string().max(200),
  jobId: z.uuid({ error: "an id is a UUID made by the sender" }),
  spoke: z.int().min(1).max(200),
  side: z.string().max(60),
  /** Hz this spoke can sound in. */
  range: z.object({ low: hertz, high: hertz }),
  /** What was heard last, in words. */
  last: z.string().max(200),
});

/** What the one that listens heard, and at which spoke it was when it heard it. */
const heardSchema = z.object({
  from: z.literal("ear"),
  spoke: z.int().min(0).max(200),
  /** Null to say that it is there. */
  told: z
    .object({
      kind: z.enum(["early", "final"]),
      heard: z.discriminatedUnion("what", [
        z.object({
          what: z.literal("note"),
          frequency: hertz,
          sure: z.number().min(0).max(2400),
          ring: z.number().min(0).max(600),
          beside: hertz.nullable(),
        }),
        z.object({ what: z.literal("dead"), why }),
        z.object({ what: z.literal("refused"), why }),
      ]),
    })
    .nullable(),
});

/** Said from one device of the shop to another that stands at the same wheel. */
export const besideSchema = z.discriminatedUnion("from", [shownSchema, heardSchema]);
export type BesideWords = z.output<typeof besideSchema>;
export type WalkShown = z.output<typeof shownSchema>;
export type EarHeard = z.output<typeof heardSchema>;
