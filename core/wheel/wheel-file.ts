import { z } from "zod";
import { CAN_BE } from "../spoke/can-be";
import { BadInput, type Refusal } from "./bad-input";
import { LEAST_HOLES, MOST_HOLES } from "./holes";
import { mostCrosses } from "./most-crosses";
import { parseWith } from "./parse-with";

/** Zod's own words, with what was given added: a message must say what came and what would do. */
const number = (what: string) =>
  z.number({
    error: (issue) =>
      issue.input === undefined
        ? `is missing; give ${what}`
        : `${JSON.stringify(issue.input)} is not a number; give ${what}`,
  });
/** The same words stand in the published schema. */
const between = (low: number, high: number, what: string) =>
  number(what)
    .min(low, { error: (issue) => `${issue.input} is too small; ${what} lies between ${low} and ${high}` })
    .max(high, { error: (issue) => `${issue.input} is too large; ${what} lies between ${low} and ${high}` })
    .describe(asTitle(what));
const asTitle = (what: string): string => what[0].toUpperCase() + what.slice(1);
const oneOf = <const T extends readonly [string, ...string[]]>(values: T, what: string) =>
  z
    .enum(values, {
      error: (issue) =>
        `${issue.input === undefined ? "is missing" : `${JSON.stringify(issue.input)} will not do`}; ${what} is one of ${values.join(", ")}`,
    })
    .describe(asTitle(what));

const flangeRow = z
  .object({
    holeCircle: between(10, 600, "a hole circle in mm, centre to centre").optional(),
    toCentre: between(-150, 150, "the flange's distance from the hub's middle in mm").optional(),
    holeDiameter: between(1, 12, "a spoke hole diameter in mm").optional(),
  })
  .describe("One row of holes in a flange; what is left out is taken from the flange");

const flange = z
  .object({
    holes: number("a whole number of holes")
      .describe("A whole number of holes in the flange, at least half of the rim's")
      .int({ error: (i) => `${i.input} is not a whole number of holes` })
      .min(4, { error: (i) => `${i.input} holes will not do; a flange has 4 to 36` })
      .max(36, { error: (i) => `${i.input} holes will not do; a flange has 4 to 36` }),
    holeCircle: between(10, 600, "a hole circle in mm, centre to centre"),
    toCentre: between(-150, 150, "the flange's distance from the hub's middle in mm"),
    holeDiameter: between(1, 12, "a spoke hole diameter in mm"),
    thickness: between(0.5, 30, "a flange thickness in mm").optional(),
    boreDeg: between(0, 180, "the angle in degrees between a straight spoke's bore and the radius").optional(),
    rows: z
      .object({ inner: flangeRow, outer: flangeRow })
      .optional()
      .describe("Where a flange has its holes in two rows that differ: inner is nearer to the hub's middle"),
  })
  .describe("One flange of the hub; lengths in mm");

const side = z
  .object({
    cross: number("a number of crosses")
      .int({ error: (i) => `${i.input} is not a whole number of crosses` })
      .min(0, { error: (i) => `${i.input} crosses will not do; give 0 or more` })
      .describe("A number of other spokes of its flange each spoke crosses, 0 for radial"),
  })
  .describe("How one flange is laced");

/** The wheel file, `*.wheel.json`: mm, N, degrees. The single source of the published JSON Schema. */
export const wheelSchema = z.object({
  format: z
    .literal("tall-compass/wheel", {
      error: (i) =>
        `${JSON.stringify(i.input) ?? "nothing"} is a file of another kind; a wheel file says "tall-compass/wheel"`,
    })
    .describe("What kind of file it is"),
  version: z
    .literal(1, {
      error: (i) => `version ${JSON.stringify(i.input) ?? "(missing)"} cannot be read; this reads version 1`,
    })
    .describe("Version of the format, a number"),
  name: z.string().max(200).default("").describe("What the wheel is called, for people"),
  rotation: oneOf(["clockwise", "anticlockwise"], "the forward turning seen from side A").default("clockwise"),
  rim: z
    .object({
      holes: number("a whole number of holes")
        .int({ error: (i) => `${i.input} is not a whole number of holes` })
        .min(LEAST_HOLES, {
          error: (i) => `${i.input} holes will not do; a laced rim has ${LEAST_HOLES} to ${MOST_HOLES}`,
        })
        .max(MOST_HOLES, {
          error: (i) => `${i.input} holes will not do; a laced rim has ${LEAST_HOLES} to ${MOST_HOLES}`,
        })
        .multipleOf(4, {
          error: (i) =>
            `${i.input} holes do not divide by four; holes go round in fours, two to each flange, so 28, 32, 36, 40 … will do`,
        })
        .describe("A whole number of holes in the rim, a multiple of 4"),
      erd: between(100, 900, "an effective rim diameter in mm"),
      firstHole: oneOf(["A", "B"], "the flange hole 1 belongs to"),
      holeOffset: between(
        -20,
        20,
        "the holes' distance from the rim's centre line in mm, + towards their own flange",
      ).default(0),
      section: z
        .union([
          oneOf(["steel", "alloy"], "the rim section"),
          z
            .object({
              EA: between(1e4, 1e10, "EA in N"),
              EIradial: between(1e5, 1e13, "EI in N·mm²"),
              EIlateral: between(1e5, 1e13, "EI in N·mm²"),
              GJ: between(1e4, 1e13, "GJ in N·mm²"),
            })
            .describe("The section's own stiffnesses, in N and N·mm²"),
        ])
        .default("steel")
        .describe("What the rim is made of, for its stiffness; or the stiffnesses themselves"),
      width: between(10, 150, "a rim width in mm").optional(),
      centroidRadius: between(50, 450, "the radius of the section's centroid in mm").optional(),
      drilling: z
        .union([
          oneOf(["laced", "radial"], "the drilling"),
          z
            .object({
              lateralDeg: between(-45, 45, "an angle in degrees towards the hole's own flange"),
              tangentialDeg: between(-45, 45, "an angle in degrees along the spoke's lean"),
            })
            .describe("Angles of the holes' axes, in degrees"),
        ])
        .default("laced")
        .describe("Which way the rim's holes point: laced at the spokes' angle, radial at the axle, or by angles"),
    })
    .describe("The rim; lengths in mm, holes counted clockwise from the valve seen from side A"),
  hub: z
    .object({
      seat: oneOf(["bent", "straight"], "the spoke seat").default("bent"),
      A: flange,
      B: flange,
      clockingDeg: between(
        -360,
        360,
        "the clockwise angle in degrees from an A hole to the next B hole; left out, the hub is turned to the least spread of lengths",
      ).optional(),
    })
    .describe("The hub; lengths in mm"),
  offset: between(-60, 60, "the wanted offset in mm, + towards A").default(0),
  lacing: z
    .object({
      A: side,
      B: side,
      trailingHeads: oneOf(["out", "in"], "where the trailing spokes' heads lie").default("out"),
      firstLean: oneOf(["trailing", "leading"], "the lean of the spoke in hole 1").optional(),
      interlaced: z.boolean().optional().describe("Whether each spoke passes under the last one it crosses"),
      skip: z
        .object({
          A: z.int().min(0).max(35).describe("A number of the spoke on flange A, counted from 0"),
          B: z.int().min(0).max(35).describe("A number of the spoke on flange B, counted from 0"),
        })
        .optional()
        .describe("With more hub than rim holes: which spokes of each flange the empty holes fall between"),
    })
    .describe("How the spokes run from hub to rim"),
  spoke: z
    .object({
      diameter: between(1.2, 8, "a spoke diameter in mm"),
      body: z
        .object({
          diameter: between(CAN_BE.middle.from, CAN_BE.middle.to, "the diameter of a spoke's middle in mm"),
          part: between(0.1, 1, "how much of a spoke is as thick as its middle, a fraction of its length"),
        })
        .nullable()
        .default(null)
        .describe("A butted spoke's middle; null where it is as thick all along"),
      threadPitch: between(0.2, 2, "a thread pitch in mm"),
      modulus: between(10000, 400000, "a modulus in N/mm²").default(200000),
      density: between(1000, 20000, "a density in kg/m³").default(7850),
      strength: between(100, 3000, "the stress the wire breaks at, in N/mm²").default(1000),
      share: between(
        0.2,
        1,
        "the part of the axial stiffness left when elbow, seat and bed give, a fraction; null to learn it",
      )
        .nullable()
        .default(0.45),
      inNipple: between(
        CAN_BE.inNipple.from,
        CAN_BE.inNipple.to,
        "how far a spoke reaches into its nipple, from the nipple's tail to its end, in mm",
      ).default(15),
      freeLength: z
        .object({
          A: between(20, 500, "what of a spoke swings, in mm"),
          B: between(20, 500, "what of a spoke swings, in mm"),
        })
        .optional()
        .describe("mm of a spoke between the places that hold it, for its note; worked out where not told"),
    })
    .describe("The spokes, all of one kind"),
  tension: z
    .object({ target: between(50, 10000, "a target tension in N, the mean of the tighter side") })
    .describe("How tight the wheel is to be"),
  assumed: z
    .array(z.string().max(60).describe("A figure's name, such as rim.height"))
    .max(200)
    .optional()
    .describe("Names of figures nobody measured, such as rim.height: what rests on them is told with less confidence"),
});

/** A wheel as written, before defaults. */
export type WheelInput = z.input<typeof wheelSchema>;
/** A wheel with its defaults in place: mm, N, degrees. */
export type Wheel = z.output<typeof wheelSchema>;
export type Side = "A" | "B";
export type Flange = Wheel["hub"]["A"];

/**
 * Reads a wheel and checks what no single field can show.
 *
 * @param at path of the wheel inside a larger document
 * @throws BadInput
 */
export const readWheel = (input: unknown, at = ""): Wheel => {
  const wheel = parseWith(wheelSchema, input, at);
  const fail = (path: string, message: string, refusal: Refusal): never => {
    throw new BadInput([at, path].filter(Boolean).join("."), message, refusal);
  };
  const { rim, hub } = wheel;
  for (const name of ["A", "B"] as const) {
    const flangeHere = hub[name];
    if (flangeHere.holes < rim.holes / 2)
      fail(
        `hub.${name}.holes`,
        `${flangeHere.holes} holes do not go with ${rim.holes} rim holes; each flange needs at least ${rim.holes / 2}`,
        { code: "out-of-range", given: flangeHere.holes, from: rim.holes / 2, to: null },
      );
    const circles = [
      flangeHere.holeCircle,
      flangeHere.rows?.inner.holeCircle ?? 0,
      flangeHere.rows?.outer.holeCircle ?? 0,
    ];
    if (Math.max(...circles) > rim.erd - 20)
      fail(
        "rim.erd",
        `${rim.erd} mm is smaller than its hub allows: hole circle ${Math.max(...circles)} mm on side ${name}; the rim must be at least 20 mm larger`,
        { code: "out-of-range", given: rim.erd, from: Math.max(...circles) + 20, to: null },
      );
    const most = mostCrosses(rim.holes, rim.erd, flangeHere.holeCircle);
    const { cross } = wheel.lacing[name];
    if (cross > most)
      fail(
        `lacing.${name}.cross`,
        `${cross} cross cannot be laced with ${rim.holes} holes, hole circle ${flangeHere.holeCircle} and ERD ${rim.erd}; 0 to ${most} will do`,
        { code: "out-of-range", given: cross, from: 0, to: most },
      );
  }
  return wheel;
};
