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
import { readAdvise } from "@/core/truing/advise-input";
import { reasonWords } from "@/core/truing/saying/reason-words";
import { BadInput } from "@/core/wheel/bad-input";
import { parseWith } from "@/core/wheel/parse-with";
import { withSideNames } from "@/core/wheel/side-names";
import { readWheel } from "@/core/wheel/wheel-file";

const reading = z
  .number({
    error: (i) => `${JSON.stringify(i.input) ?? "nothing"} is not a number; give mm, or null where nothing was read`,
  })
  .nullable();

export const runoutSchema = z.object({ lateral: z.array(reading).min(4), radial: z.array(reading).min(4) });

const SIDE_NAMES = { A: "A side", B: "B side" };

/** Each command of the contract: one document in, one out. */
export const commands = {
  spokes: (input: unknown) => {
    const { kinds, warnings } = spokeKinds(readWheel(input));
    return { spokes: kinds, warnings: warnings.map((w) => ({ ...w, text: warningWords(w) })) };
  },
  lace: (input: unknown) => {
    const wheel = readWheel(input);
    return {
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
    return { lateral: part(lateral), radial: { ...part(radial), seam: weldedLine(radial).seam } };
  },
  advise: (input: unknown) => {
    const advice = advise(readAdvise(input));
    return {
      ...advice,
      reasons: advice.reasons.map((r) => ({ ...r, text: withSideNames(reasonWords(r), SIDE_NAMES) })),
    };
  },
  tension: (input: unknown) => noteAnswer(readNote(input)),
} as const;
