import { z } from "zod";

// What each command answers, for another program to read by. A test holds every answer to them; fields may be added.

const mm = (what: string) => z.number().describe(`${what}, in mm`);
const newtons = (what: string) => z.number().describe(`${what}, in N`);
const degrees = (what: string) => z.number().describe(`${what}, in degrees`);
const count = (what: string) => z.int().describe(what);
const flange = z.enum(["A", "B"]).describe("The flange it belongs to");
const row = z.enum(["inner", "outer"]).nullable().describe("Its row of hub holes, null on a flange of one row");
const lean = z.enum(["trailing", "leading"]).describe("Trailing points against the rotation from hub to rim");
const head = z.enum(["in", "out"]).describe("Where its head lies: out is on the flange's outer face");
const perHole = (what: string, unit = "mm") => z.array(z.number()).describe(`${what}, in ${unit}, in the rim's order`);
const holes = (what: string) => z.array(z.int().min(1)).describe(what);
const figures = z.record(z.string(), z.unknown()).describe("What it rests on, in mm, N, degrees or fractions");

const warning = z
  .object({
    code: z.string().describe("What is found; unknown-key where something of the document was left out"),
    text: z.string().describe("The same in words, and what would cure it; {A} and {B} stand for the sides"),
    path: z.string().optional().describe("Where in the document, of an unknown key"),
    figures: figures.optional(),
  })
  .describe("Something that will not do, or not well");
const warnings = z.array(warning).describe("What will not do, or not well; left out where there is nothing");

const harmonic = z
  .object({
    n: count("Waves a turn, a number"),
    amplitude: mm("Half of what it swings"),
    phaseDeg: degrees("Where it is highest"),
  })
  .describe("One wave of Σ a·cos(n(θ − phase))");
const part = {
  tir: z.number().nullable().describe("Total indicator reading, in mm; null where nothing was read"),
  mean: z.number().nullable().describe("Mean reading, in mm"),
  harmonics: z.array(harmonic).describe("The waves of the line"),
};
const seam = z
  .object({
    fromDeg: degrees("Where the weld begins"),
    toDeg: degrees("Where it ends"),
    height: mm("How far it stands above the line beside it"),
  })
  .nullable()
  .describe("The weld, null where none shows");

const bend = z
  .object({
    what: z.enum(["lateral", "radial"]).describe("Which way"),
    peak: count("Hole where it stands farthest, a number from 1"),
    spokes: holes("Spokes it reaches over, numbers from 1"),
    height: mm("How far, + towards A or outward"),
    sigma: mm("1 σ of that"),
  })
  .describe("A local bend of the bare rim");

/** By command. */
export const ANSWERS = {
  spokes: z
    .object({
      spokes: z
        .array(
          z
            .object({
              ...{ flange, row, lean, head, count: count("How many there are of it, a number") },
              length: mm("Length at ERD with nothing tensioned"),
              lengthAtTension: mm("What to order so that under tension the end reaches the slot"),
              order: mm("The same, to the nearest whole"),
              entryAngleDeg: degrees("Between the spoke and the axis its rim hole was drilled at"),
              entryAlongDeg: degrees("That, along the rim"),
              entrySidewaysDeg: degrees("That, along the axle"),
              boreAngleDeg: z
                .number()
                .nullable()
                .describe("Between a straight spoke and its bore, in degrees; or null"),
              spokes: holes("Numbers of its spokes, from 1"),
              headClearance: mm("Between the spoke and the head beside it; less than 0 where they overlap"),
              stretch: mm("What it stretches under tension"),
              rimShrink: mm("What the rim gives under tension"),
              tension: newtons("Its wanted tension"),
            })
            .describe("One kind of spoke"),
        )
        .describe("Kinds of spokes, by flange, row, lean and head"),
      warnings,
    })
    .describe("What wheel spokes answers"),
  lace: z
    .object({
      spokes: z
        .array(
          z
            .object({
              spoke: count("Its number, from 1"),
              rimHole: count("Its rim hole's number, clockwise from the valve seen from A"),
              rimAngleDeg: degrees("Where that is, clockwise from the valve"),
              ...{ flange, row, hubHole: count("Its hub hole's number, clockwise from A, on its flange") },
              hubAngleDeg: degrees("Where that is, clockwise from the valve"),
              ...{ head, lean, cross: count("Spokes of its flange it crosses, a number"), length: mm("Its length") },
            })
            .describe("One spoke"),
        )
        .describe("Every spoke, in the order of the rim holes"),
      steps: z
        .array(
          z
            .object({
              n: count("Which step, a number from 1"),
              spoke: count("The spoke that goes in, a number"),
              text: z.string().describe("What to do"),
            })
            .describe("One step"),
        )
        .describe("The order in which they go in"),
      warnings: warnings.optional(),
    })
    .describe("What wheel lace answers"),
  runout: z
    .object({
      lateral: z.object(part).describe("Side to side"),
      radial: z.object({ ...part, seam }).describe("Hop"),
      warnings: warnings.optional(),
    })
    .describe("What wheel runout answers"),
  advise: z
    .object({
      turns: z.array(z.number()).describe("Turns of each nipple, whole multiples of the step, + tighter"),
      forecast: z
        .object({
          lateralTir: mm("Total reading side to side, at the holes, weld left out, twist included"),
          radialTir: mm("Total reading of the hop"),
          offset: mm("What is left between rim and wanted offset, + towards A"),
          tensionMean: newtons("Mean of the tighter side"),
          tensionSpread: z.number().describe("Farthest spoke from its side's mean, a fraction"),
          A: newtons("Mean on side A"),
          B: newtons("Mean on side B"),
          lateral: perHole("Over each hole afterwards"),
          radial: perHole("Over each hole afterwards"),
          tension: perHole("In each spoke afterwards", "N"),
        })
        .describe("What comes of the turns"),
      verdict: z
        .enum(["turn", "destress", "done", "rim"])
        .describe(
          "turn: make the turns; destress: de-stress and read again; done: inside as read; rim: it cannot be had",
        ),
      rim: z
        .object({
          lateral: perHole("The bare rim's own shape, side to side").nullable(),
          radial: perHole("The bare rim's own shape, hop").nullable(),
          action: z.enum(["none", "stop", "straighten", "scrap"]).describe("What the rim itself asks for"),
          bend: bend.nullable(),
        })
        .describe("The rim without its spokes; null where it is not known"),
      school: z
        .object({
          name: z.string().describe("The way of working"),
          costs: mm("What of run-out it costs against everything at once"),
        })
        .nullable()
        .describe("What another way of working costs; null for the usual one"),
      reasons: z
        .array(
          z
            .object({
              code: z.string().describe("What the reason is"),
              spokes: holes("The spokes it is about, numbers from 1"),
              figures,
              text: z.string().describe("The same in words"),
            })
            .describe("One reason"),
        )
        .describe("Why"),
      learnt: z.looseObject({}).describe("What the rounds taught about this wheel: stiffness and grip, as fractions"),
      readNext: holes("Holes that would tell most next time, numbers from 1, best first").optional(),
      misread: z
        .array(z.looseObject({ code: z.string().describe("What slipped") }).describe("One slip"))
        .optional()
        .describe("Slips found in the readings"),
      warnings: warnings.optional(),
    })
    .describe("What wheel advise answers"),
  tension: z
    .object({
      tension: newtons("The tension that goes with the note"),
      frequency: z.number().describe("The note that goes with the tension, in Hz"),
      stringTension: newtons("What a plain string would need"),
      stringFrequency: z.number().describe("What a plain string would sound, in Hz"),
      ends: z.enum(["clamped", "pinned"]).describe("How its ends were taken to be held"),
      warnings: warnings.optional(),
    })
    .describe("What wheel tension answers"),
} as const;

export const refusedSchema = z
  .object({
    error: z
      .object({
        path: z.string().describe("Dotted path of the field, empty for the whole document"),
        message: z.string().describe("What was given and what would do"),
        refusal: z
          .looseObject({ code: z.string().describe("What kind of fault it is") })
          .optional()
          .describe("The same as data"),
      })
      .describe("What is wrong"),
  })
  .describe("What every command says of input it cannot use, on standard error");
