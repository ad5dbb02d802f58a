import { z } from "zod";
import { placeSpokes } from "@/core/lacing/placement";
import { lacingSteps } from "@/core/lacing/steps";
import { weldedLine } from "@/core/runout/line";
import { harmonics, meanReading, totalReading } from "@/core/runout/runout";
import { spokeKinds } from "@/core/spoke/kinds";
import { warningWords } from "@/core/spoke/warning-words";
import { noteAnswer } from "@/core/tension/note";
import { readNote } from "@/core/tension/note-input";
import { advise } from "@/core/truing/advise";
import { adviseSchema, readAdvise } from "@/core/truing/advise-input";
import { reasonWords } from "@/core/truing/saying/reason-words";
import { BadInput } from "@/core/wheel/bad-input";
import { parseWith } from "@/core/wheel/parse-with";
import { passedOver } from "@/core/wheel/passed-over";
import { withSideNames } from "@/core/wheel/side-names";
import { readWheel } from "@/core/wheel/wheel-file";

const reading = z
  .number({
    error: (i) => `${JSON.stringify(i.input) ?? "nothing"} is not a number; give mm, or null where nothing was read`,
  })
  .nullable()
  .describe("A reading in mm");

export const runoutSchema = z.object({
  lateral: z.array(reading).min(4).describe("mm over each hole, + towards side A, null where nothing was read"),
  radial: z
    .array(reading)
    .min(4)
    .describe("mm over each hole, + outwards, null where nothing was read; as many as lateral"),
});

const SIDE_NAMES = { A: "A side", B: "B side" };

/** What of a document was not known and left out; nothing where all was. */
const leftOut = (given: unknown, read: unknown, from = "") =>
  passedOver(given, read, from).map((path) => ({
    code: "unknown-key" as const,
    path,
    text: `${path} is not known here and was left out; look for a slip in the name.`,
  }));
const withWarnings = <A extends object>(answer: A, warnings: ReturnType<typeof leftOut>) =>
  warnings.length > 0 ? { ...answer, warnings } : answer;

/** Each command of the contract: one document in, one out. */
export const commands = {
  spokes: (input: unknown) => {
    const wheel = readWheel(input);
    const { kinds, warnings } = spokeKinds(wheel);
    return {
      spokes: kinds,
      warnings: [...warnings.map((w) => ({ ...w, text: warningWords(w) })), ...leftOut(input, wheel)],
    };
  },
  lace: (input: unknown) => {
    const wheel = readWheel(input);
    const laced = {
      spokes: placeSpokes(wheel).map(
        ({ spoke, rimAngleDeg, flange, row, hubHole, hubAngleDeg, head, lean, cross, length }) => ({
          spoke,
          rimHole: spoke,
          rimAngleDeg,
          flange,
          row,
          hubHole,
          hubAngleDeg,
          head,
          lean,
          cross,
          length,
        }),
      ),
      steps: lacingSteps(wheel).map(({ n, spoke, text }) => ({ n, spoke, text: withSideNames(text, SIDE_NAMES) })),
    };
    return withWarnings(laced, leftOut(input, wheel));
  },
  runout: (input: unknown) => {
    const { lateral, radial } = parseWith(runoutSchema, input);
    if (lateral.length !== radial.length)
      throw new BadInput(
        "radial",
        `${radial.length} readings do not go with ${lateral.length} lateral ones; give as many of each`,
        { code: "wrong-count", given: radial.length, wanted: lateral.length },
      );
    const part = (readings: readonly (number | null)[]) => ({
      tir: totalReading(readings),
      mean: meanReading(readings),
      harmonics: harmonics(readings),
    });
    const found = { lateral: part(lateral), radial: { ...part(radial), seam: weldedLine(radial).seam } };
    return withWarnings(found, leftOut(input, { lateral, radial }));
  },
  advise: (input: unknown) => {
    const read = readAdvise(input);
    const advice = advise(read);
    const said = {
      ...advice,
      reasons: advice.reasons.map((r) => ({ ...r, text: withSideNames(reasonWords(r), SIDE_NAMES) })),
    };
    return withWarnings(said, leftOut(input, { ...parseWith(adviseSchema, input), wheel: read.wheel }));
  },
  tension: (input: unknown) => {
    const note = readNote(input);
    return withWarnings(noteAnswer(note), leftOut(input, note));
  },
} as const;
export type CommandName = keyof typeof commands;
