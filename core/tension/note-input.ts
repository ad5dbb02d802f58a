import { z } from "zod";
import { BadInput } from "../wheel/bad-input";
import { parseWith } from "../wheel/parse-with";

const positive = (what: string, most: number) =>
  z
    .number({ error: (i) => `${JSON.stringify(i.input) ?? "nothing"} is not a number; give ${what}` })
    .positive({ error: (i) => `${i.input} will not do; give ${what}, more than 0` })
    .max(most, { error: (i) => `${i.input} is too large; ${what} is at most ${most}` })
    .describe(what[0].toUpperCase() + what.slice(1));

export const noteSchema = z.object({
  freeLength: positive("a free length in mm, between the places that hold the spoke", 1000),
  diameter: positive("a diameter in mm", 20),
  modulus: positive("a modulus in N/mm²", 1e6).default(200000),
  density: positive("a density in kg/m³", 30000).default(7850),
  ends: z
    .enum(["clamped", "pinned"], { error: (i) => `${JSON.stringify(i.input)} will not do; ends is clamped or pinned` })
    .default("clamped")
    .describe("How elbow and nipple hold the spoke: clamped lies nearer to a motorcycle's"),
  frequency: positive("a frequency in Hz", 50000).optional(),
  tension: z
    .number({ error: (i) => `${JSON.stringify(i.input)} is not a number; give N` })
    .min(0, { error: (i) => `${i.input} N is less than slack` })
    .max(50000, { error: (i) => `${i.input} N is more than any spoke holds` })
    .describe("A tension in N; this or a frequency")
    .optional(),
});

export type NoteInput = z.output<typeof noteSchema>;

export const readNote = (input: unknown): NoteInput => {
  const note = parseWith(noteSchema, input);
  if ((note.frequency === undefined) === (note.tension === undefined))
    throw new BadInput("frequency", "give either a frequency or a tension, one of them", {
      code: "stands-against",
      what: "tension",
    });
  return note;
};
