import { z } from "zod";
import { FINISH_ANSWERS } from "../finish/finish";
import { MOST_HOLES } from "../wheel/holes";

/** How a nipple was found: it does not turn, its spoke slipped back after the turn, or it turns again. */
export const NIPPLE_STATES = ["stuck", "slipped", "free"] as const;
export type NippleState = (typeof NIPPLE_STATES)[number];

const spoke = z.int().min(1).max(MOST_HOLES);

const quoteLine = {
  key: z.string().min(1).max(80),
  label: z.string().trim().min(1, { error: "say what it is for" }).max(200, { error: "at most 200 letters" }),
  count: z.number({ error: "hours or pieces" }).min(0, { error: "no less than 0" }).max(100_000),
  each: z.number({ error: "a price" }).min(0, { error: "no less than 0" }).max(10_000_000).nullable(),
};

/** What was done or told at the bench that is no figure of the wheel; each kind by its own fields. */
export const actSchema = z.discriminatedUnion("what", [
  z.object({
    what: z.literal("finish-answered"),
    /** The line's key. */
    line: z.string().min(1).max(60),
    answer: z.enum(FINISH_ANSWERS),
    because: z.string().max(900, { error: "at most 900 letters" }).default(""),
  }),
  z.object({
    what: z.literal("spoke-seen"),
    spoke,
    seen: z.object({
      flange: z.enum(["A", "B"]),
      hubHole: z.int().min(1).max(MOST_HOLES),
      head: z.enum(["in", "out"]),
      under: z.boolean(),
    }),
  }),
  z.object({
    what: z.literal("laced-so-far"),
    /** Steps of the lacing walk that are behind. */
    steps: z.int().min(0).max(200),
  }),
  /** A round whose readings are to count for nothing, or to count again. */
  z.object({ what: z.literal("round-left-out"), round: z.uuid(), out: z.boolean() }),
  /** A line of the quote told by hand; a count of 0 takes it out. */
  z.object({ what: z.literal("quote-line"), ...quoteLine }),
  /** What was agreed; no lines takes it back. */
  z.object({
    what: z.literal("quote-accepted"),
    lines: z.array(z.object(quoteLine)).max(100),
    total: z.number().min(0).max(100_000_000),
    currency: z.string().max(6),
  }),
  z.object({ what: z.literal("work-done"), key: quoteLine.key, done: z.boolean() }),
  z.object({ what: z.literal("nipple-found"), spoke, found: z.enum(NIPPLE_STATES) }),
  /** Signed by who is learning, under the sheet of this mark: it waits for a builder. No mark: it waits no more. */
  z.object({
    what: z.literal("sheet-signed-first"),
    mark: z
      .string()
      .regex(/^[0-9a-fA-F]{64}$/)
      .nullable(),
  }),
]);
export type Act = z.output<typeof actSchema>;

/** An act as it stands in the record; in the order they were done. */
export interface DoneAct {
  readonly id: string;
  readonly act: Act;
  readonly who: string;
  /** When it was stored; set by the record. */
  readonly at: string;
}
