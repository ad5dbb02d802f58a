import { z } from "zod";
import { placeSpokes } from "../lacing/placement";
import { placesRead, type RoundReadings } from "../rounds/round-readings";
import { withoutGauge } from "../tension/without-gauge";
import { BadInput } from "../wheel/bad-input";
import { parseWith } from "../wheel/parse-with";
import { readWheel, type Wheel } from "../wheel/wheel-file";
import type { OwnBend, PastRound } from "./knowing/state";
import { SCHOOLS, type School } from "./solving/schools";

const finite = z.number({
  error: (i) => `${JSON.stringify(i.input) ?? "nothing"} is not a number; give mm, N, or null where nothing was read`,
});
const within = (most: number, unit: string, what: string) =>
  finite
    .min(-most, { error: (i) => `${i.input} ${unit} cannot be; ${what} lies between -${most} and ${most}` })
    .max(most, { error: (i) => `${i.input} ${unit} cannot be; ${what} lies between -${most} and ${most}` })
    .describe(`${what[0].toUpperCase()}${what.slice(1)} in ${unit}`);
/** Dials stand at any zero, but none reads a metre. */
const perSpoke = z
  .array(within(1000, "mm", "a reading").nullable())
  .describe("mm at each hole in the rim's order, null where nothing was read, at any zero that is kept");
const tensions = z
  .array(
    finite
      .min(0, {
        error: (i) => `${i.input} N is less than slack; give 0 for a slack spoke, null for one not read`,
      })
      .max(50_000, { error: (i) => `${i.input} N cannot be; no spoke holds 50000 N` })
      .nullable()
      .describe("A tension in N"),
  )
  .describe("N in each spoke, 0 slack, null where nothing was read");
const sigma = within(100, "mm", "what a reading is sure to").positive({
  error: (i) => `${i.input} mm will not do; what a reading is sure to is more than 0`,
});
const turns = within(100, "turns", "what a nipple was turned");
const threadLeft = finite.min(0).describe("Thread left, in turns");
const tolerancePart = (what: string) =>
  finite
    .min(0.001, { error: (i) => `${i.input} will not do; ${what} is more than 0` })
    .max(100, { error: (i) => `${i.input} will not do; ${what} is less than 100` })
    .describe(what[0].toUpperCase() + what.slice(1));

const readingsSchema = z
  .object({
    lateral: perSpoke.describe(
      "mm over each hole, + towards side A, null where nothing was read, at any zero that is kept",
    ),
    radial: perSpoke.describe("mm over each hole, + outwards, null where nothing was read, at any zero that is kept"),
    tension: tensions.optional(),
    offset: within(200, "mm", "an offset, rim against what is wanted, + towards side A,").nullable().optional(),
    /** Hz of each spoke plucked, 0 dead. */
    note: z
      .array(
        finite
          .min(0, { error: (i) => `${i.input} Hz is no note; give 0 for a dead spoke, null for one not plucked` })
          .max(20_000, { error: (i) => `${i.input} Hz cannot be a spoke's note` })
          .nullable()
          .describe("A note in Hz"),
      )
      .optional()
      .describe("Hz of each spoke plucked, 0 dead, null where it was not"),
    /** Spokes whose tension is known beside their note: what calibrates their kind. */
    known: z
      .array(
        z
          .object({
            spoke: finite
              .int({ error: (i) => `${i.input} is not a spoke's number` })
              .min(1, {
                error: (i) => `${i.input} is not a spoke's number; spokes count from 1`,
              })
              .describe("A spoke's number, from 1"),
            tension: finite
              .positive({ error: (i) => `${i.input} N will not do; a known spoke pulls more than 0` })
              .max(50_000, { error: (i) => `${i.input} N cannot be; no spoke holds 50000 N` })
              .describe("Its tension in N"),
          })
          .describe("One spoke whose tension is known"),
      )
      .optional()
      .describe("Spokes whose tension is known beside their note: what makes newtons of notes of their kind"),
    /** 1 σ of each reading, mm, by what it was taken with. */
    sure: z
      .object({
        lateral: z.array(sigma.nullable()).optional().describe("1 σ in mm of each lateral reading"),
        radial: z.array(sigma.nullable()).optional().describe("1 σ in mm of each radial reading"),
      })
      .optional()
      .describe("How sure each reading is, where it is no careful dial's"),
  })
  .describe("One round of readings");

/** What the history began with where nobody read a tension: part of the target, as a hand feels it. */
const tightSchema = finite
  .min(0.02, { error: (i) => `${i.input} is too small; a laced wheel holds 0.05 or more of its tension` })
  .max(1.5, { error: (i) => `${i.input} is too large; 1 is up to tension` })
  .describe("What part of the wanted tension the wheel has, a fraction, where somebody knows and none is read");

/** The advise document, wheel apart. */
export const adviseSchema = z.object({
  wheel: z.unknown().describe("A wheel file"),
  readings: readingsSchema,
  tolerance: z
    .object({
      lateral: tolerancePart("a total reading in mm").default(0.5),
      radial: tolerancePart("a total reading in mm").default(0.5),
      offset: tolerancePart("an offset either way in mm").default(0.5),
      tensionSpread: tolerancePart("a fraction such as 0.2")
        .max(1, { error: (i) => `${i.input} will not do; give a fraction such as 0.2` })
        .describe("How far a spoke may stand from its side's mean, a fraction")
        .default(0.2),
    })
    .prefault({})
    .describe("What counts as true"),
  stage: finite
    .min(0.1, { error: (i) => `${i.input} is too small; a stage lies between 0.1 and 1.2` })
    .max(1.2, { error: (i) => `${i.input} is too large; a stage lies between 0.1 and 1.2` })
    .describe("The part of the target tension wanted now, a fraction")
    .default(1),
  tight: tightSchema.optional(),
  /** The rim's own bend as it lay before it was laced, mm at each hole, null where not read. */
  bare: z
    .object({ lateral: perSpoke.optional(), radial: perSpoke.optional() })
    .optional()
    .describe("The rim's own bend as it lay before it was laced, in mm"),
  school: z.enum(SCHOOLS).default("at-once").describe("A way of working at the nipples"),
  nipple: z
    .object({
      step: finite
        .min(1 / 64, { error: (i) => `${i.input} is too small; a step lies between 1/64 and 1` })
        .max(1, { error: (i) => `${i.input} is too large; a step lies between 1/64 and 1` })
        .describe("The least a nipple is turned, in turns")
        .default(1 / 16),
      most: finite
        .min(0, { error: (i) => `${i.input} is less than nothing; give the most turns in one go` })
        .max(20, { error: (i) => `${i.input} is too large; at most 20 turns in one go` })
        .describe("The most a nipple is turned in one go, in turns")
        .default(1),
      /** Turns already made in this round, null where none: kept, and the rest worked out round them. */
      fixed: z.array(turns.nullable()).optional().describe("Turns already made in this round, null where none"),
      left: z
        .array(z.union([threadLeft, z.tuple([threadLeft, threadLeft])]).nullable())
        .optional()
        .describe(
          "Thread left at each spoke in turns: one figure for both ways, or [slackening, tightening]; null unknown",
        ),
    })
    .prefault({})
    .describe("How nipples are turned"),
  history: z
    .array(
      z
        .object({
          readings: readingsSchema,
          turns: z.array(turns).describe("Turns of each nipple after these readings, + tighter"),
          destressed: z.boolean().optional().describe("Whether all was de-stressed after the turns; unsaid means yes"),
        })
        .describe("One earlier round"),
    )
    .default([])
    .describe("Earlier rounds, oldest first; their turns came after their readings, and these readings after the last"),
});

export interface AdviseInput {
  readonly wheel: Wheel;
  readonly readings: RoundReadings;
  readonly tolerance: {
    readonly lateral: number;
    readonly radial: number;
    readonly offset: number;
    readonly tensionSpread: number;
  };
  /** Part of the target wanted now. */
  readonly stage: number;
  readonly school?: School;
  /** Part of the target the wheel held before its first turn here; counts only while no tension is read. */
  readonly tight?: number;
  /** The rim's own bend, from a flat plate before it was laced. */
  readonly bare?: OwnBend;
  /** Turns; `left` is thread left per spoke, one figure for both ways or [slackening, tightening], null unknown. */
  readonly nipple: {
    readonly step: number;
    readonly most: number;
    readonly fixed?: readonly (number | null)[];
    readonly left?: readonly (number | readonly [number, number] | null)[];
  };
  readonly history: readonly PastRound[];
  /** New spokes among others that hold, 1…n, not yet brought up: nothing else is turned before they are. */
  readonly fresh?: readonly number[];
}

/** Whether how tight the wheel is was reckoned, only its evenness heard or felt. */
export const isReckoned = ({ readings, history }: Pick<AdviseInput, "readings" | "history">): boolean =>
  placesRead(readings.tension) > 0 ? (readings.reckoned ?? false) : history.some((h) => h.readings.reckoned ?? false);

const checkCount = (path: string, list: readonly unknown[] | undefined, holes: number): void => {
  if (list && list.length !== holes)
    throw new BadInput(
      path,
      `${list.length} entries do not fit a wheel of ${holes} spokes; give ${holes}, null where nothing was read`,
      { code: "wrong-count", given: list.length, wanted: holes },
    );
};

/** @throws BadInput with the path of what is wrong */
export const readAdvise = (input: unknown): AdviseInput => {
  const { wheel: rawWheel, ...rest } = parseWith(adviseSchema, input);
  const wheel = readWheel(rawWheel, "wheel");
  const { holes } = wheel.rim;
  const check = (at: string, readings: z.output<typeof readingsSchema>) => {
    checkCount(`${at}.lateral`, readings.lateral, holes);
    checkCount(`${at}.radial`, readings.radial, holes);
    checkCount(`${at}.tension`, readings.tension, holes);
    checkCount(`${at}.note`, readings.note, holes);
    readings.known?.forEach(({ spoke }, i) => {
      if (spoke > holes)
        throw new BadInput(`${at}.known[${i}].spoke`, `${spoke} is past the last of ${holes} spokes`, {
          code: "out-of-range",
          given: spoke,
          from: 1,
          to: holes,
        });
    });
    checkCount(`${at}.sure.lateral`, readings.sure?.lateral, holes);
    checkCount(`${at}.sure.radial`, readings.sure?.radial, holes);
  };
  check("readings", rest.readings);
  rest.history.forEach((h, i) => {
    check(`history[${i}].readings`, h.readings);
    checkCount(`history[${i}].turns`, h.turns, holes);
  });
  checkCount("bare.lateral", rest.bare?.lateral, holes);
  checkCount("bare.radial", rest.bare?.radial, holes);
  checkCount("nipple.left", rest.nipple.left, holes);
  checkCount("nipple.fixed", rest.nipple.fixed, holes);
  const rounds = withoutGauge(
    wheel,
    placeSpokes(wheel),
    [...rest.history.map((h) => h.readings), rest.readings],
    rest.tight,
  );
  return {
    wheel,
    ...rest,
    readings: rounds[rest.history.length],
    history: rest.history.map((h, i) => ({ ...h, readings: rounds[i] })),
  };
};
