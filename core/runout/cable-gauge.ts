import { z } from "zod";
import { CABLE_WAY_NAMES } from "./cable-ways";
import type { Dial } from "./dials";
import { type GaugeLine, LONGEST_LINE } from "./gauge-line";

/** What a gauge on a cable shows: the dial it is read as. */
export const CABLE_DIALS = ["shown mm", "shown inch"] as const satisfies readonly Dial[];

/** A gauge on a cable of the machine the shop runs on, as it was set up once; every device may read with it. */
export const cableGaugeSchema = z.object({
  id: z.uuid({ error: "an id is a UUID made by the sender" }),
  name: z.string().trim().min(1, { error: "is empty; give the gauge a name" }).max(60, { error: "at most 60 letters" }),
  port: z.string().min(1, { error: "is empty; choose where its cable is" }).max(200),
  way: z.enum(CABLE_WAY_NAMES as readonly [string, ...string[]] as readonly ["9600 8N1"], {
    error: `one of ${CABLE_WAY_NAMES.join(", ")}`,
  }),
  /** Its lines, and which figure of them is the reading. */
  line: z.object({
    shape: z.string().min(1).max(LONGEST_LINE),
    figure: z.int().min(0).max(50),
    streams: z.boolean().default(false),
  }),
  dial: z.enum(CABLE_DIALS, { error: `one of ${CABLE_DIALS.join(", ")}` }),
});
export type CableGauge = Omit<z.output<typeof cableGaugeSchema>, "line" | "way"> & {
  readonly line: GaugeLine;
  readonly way: (typeof CABLE_WAY_NAMES)[number];
};
