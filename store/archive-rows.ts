import { z } from "zod";
import { actSchema } from "@/core/acts/act";
import { checkReading } from "@/core/rounds/check-reading";
import { READING_KINDS, READING_METHODS } from "@/core/rounds/reading";
import { ROUND_KINDS } from "@/core/rounds/round";
import { TOLERANCE_NAMES } from "@/core/runout/tolerance";
import { PRACTICE_LEVELS } from "@/core/shop/practice-levels";
import { PLANS } from "@/core/shop/practice-plan";
import { checkPoints, type GaugePoint } from "@/core/tension/gauge-table";
import { BadInput } from "@/core/wheel/bad-input";
import { MOST_HOLES } from "@/core/wheel/holes";
import { parseWith } from "@/core/wheel/parse-with";
import { JOB_KINDS } from "@/core/wheel/stages";
import { readWheel } from "@/core/wheel/wheel-file";
import type { ArchiveTable } from "./archive-tables";
import { json } from "./json-column";

// Every row that comes in from outside is looked at as if somebody had entered it: one that no page can show would take the
// list of jobs down with it.

const FIRST_YEAR = 1970;
const LAST_YEAR = 2200;
const time = z.object({
  date: z.string().refine(
    (text) => {
      const year = new Date(text).getUTCFullYear();
      return year >= FIRST_YEAR && year <= LAST_YEAR;
    },
    { error: (i) => `“${String(i.input)}” is no time a shop was open; give one from ${FIRST_YEAR} to ${LAST_YEAR}` },
  ),
});
const maybeTime = time.nullish();
const text = (most: number) => z.string().max(most);
const flag = z.union([z.boolean(), z.literal(0), z.literal(1)]).optional();
const figure = z.number().min(-1e9).max(1e9);
const spoke = z.int().min(0).max(MOST_HOLES);
/** JSON, as the driver of one server reads it and that of another does not. */
const inJson = <S extends z.ZodType>(schema: S) =>
  z.preprocess((value) => {
    try {
      return json(value);
    } catch {
      return undefined;
    }
  }, schema);
const numbers = z.array(z.number()).max(MOST_HOLES);

const points = z.array(z.object({ reading: figure, tension: z.number().min(0).max(1e6) })).max(2000);
const perSpoke = z.array(figure).min(4).max(MOST_HOLES);
/** What a practice wheel hides: figures only, for it is reckoned with. */
const hidden = z.strictObject({
  ...{ seed: figure, lateralScale: z.number().min(0.01).max(100), radialScale: z.number().min(0.01).max(100) },
  ...{ share: z.number().min(0.05).max(1), bareLateral: figure, bareRadial: figure, seam: figure, seamAtDeg: figure },
  ...{ grain: figure, readingNoise: figure, tensionNoise: figure, windUp: figure, bedding: figure, ends: figure },
  ...{ endScatter: figure, inNipple: figure, start: z.enum(["fresh", "buckled"]) },
  ...{ windUpScatter: figure.optional(), twistStays: figure.optional(), bedsAgain: figure.optional() },
  bend: z
    .object({ lateral: figure, radial: figure, from: figure, spokes: z.number().min(1).max(MOST_HOLES) })
    .nullable(),
  waves: z.object({ lateral: figure, radial: figure }).optional(),
  laced: z.object({ part: figure, scatter: figure }).optional(),
});
const plan = z.object({ turns: perSpoke, lateral: perSpoke, radial: perSpoke, tension: perSpoke });

const stored = time.describe("When it was stored");
const at = (what: string) => maybeTime.describe(what);
const words = (most: number, what: string) => text(most).describe(what);
const which = (what: string) => spoke.describe(`${what}, a number from 1; 0 for the wheel as a whole`);

/** Every column that is looked at, and what it holds; rows have more, which go as they are. */
export const ROWS = {
  customers: z.looseObject({
    name: words(200, "Whose wheel it is"),
    telephone: words(60, "Their telephone").optional(),
    created_at: stored,
  }),
  wheels: z.looseObject({
    mark: words(60, "What is written on its label"),
    machine: words(200, "The machine it belongs to"),
    place: z.enum(["", "front", "rear", "other"]).describe("Where on the machine; empty until somebody said"),
    created_at: stored,
  }),
  jobs: z.looseObject({
    kind: z.enum(JOB_KINDS).describe("What is to be done"),
    tolerance: z.enum(TOLERANCE_NAMES).describe("How true it is to be"),
    wanted: words(1000, "What the customer asked for"),
    side_a: text(40).min(1).describe("What side A is called"),
    side_b: text(40).min(1).describe("What side B is called"),
    waiting_for: text(200).nullish().describe("What it waits for"),
    visit: z.int().min(1).max(60_000).optional().describe("Which visit of its wheel it is, a number from 1"),
    desk_order: z.int().nullish().describe("Its place on the desk, a number"),
    demo: flag.describe("Whether it is of the invented workshop: true, or the number 1"),
    promised: at("The day it was promised for"),
    waiting_since: at("Since when it waits"),
    finished_at: at("When it was handed back"),
    recheck_on: at("The day it is to be looked at again"),
    put_away_at: at("When it was put away"),
    created_at: stored,
  }),
  measurements: z.looseObject({
    name: text(60).min(1).describe("The figure, such as rim.holes"),
    place: z.int().min(0).max(1000).optional().describe("Which of several of that name, a number from 0"),
    role: z.enum(["new", "again", "out"]).optional().describe("Read once more, or taken out"),
    typed: words(1000, "As it was typed"),
    unit: words(10, "The unit it was typed in; empty for a number"),
    value: figure.nullable().describe("In mm, degrees, N or a number, by the figure; null where it is words"),
    created_at: stored,
  }),
  acts: z.looseObject({
    act: inJson(actSchema).describe("What was done or told at the bench that is no figure"),
    created_at: stored,
  }),
  builds: z.looseObject({
    wheel: inJson(z.looseObject({})).describe("A wheel file, as it was settled"),
    assumed: inJson(z.array(z.unknown()).max(500)).describe("Figures nobody measured, by name"),
  }),
  rounds: z.looseObject({
    number: z.int().min(1).max(100_000).describe("Which round of the job, a number from 1"),
    kind: z.enum(ROUND_KINDS).optional().describe("What the round is for"),
    plan: inJson(z.looseObject({ part: z.number(), turns: numbers }).nullish()).describe(
      "What part of the tension is aimed at, a fraction, and turns of each nipple",
    ),
    advice: inJson(
      z
        .looseObject({
          turns: numbers,
          verdict: z.enum(["turn", "destress", "done", "rim"]),
          reasons: z.array(z.looseObject({ code: z.string(), spokes: z.array(z.number()) })).max(1000),
          forecast: z.looseObject({ lateral: numbers, radial: numbers, tension: numbers }),
          rim: z.looseObject({ action: z.enum(["none", "stop", "straighten", "scrap"]) }),
        })
        .nullish(),
    ).describe("What was advised, as advise.answer.schema.json has it; null where nothing was"),
    destressed: flag.describe("Whether all was de-stressed after its turns: true, or the number 1"),
    created_at: stored,
  }),
  readings: z.looseObject({
    what: z.enum(READING_KINDS).describe("What was read"),
    spoke: which("The spoke or hole"),
    value: figure.describe("In mm, N, Hz, turns or a gauge's divisions, by what was read"),
    typed: words(60, "As it was typed"),
    method: z.enum(READING_METHODS).optional().describe("How it was read"),
    created_at: stored,
  }),
  turns: z.looseObject({
    spoke: spoke.min(1).describe("The spoke, a number from 1"),
    turns: z.number().min(-100).max(100).describe("Turns of its nipple, + tighter"),
    created_at: stored,
  }),
  sheets: z.looseObject({
    contents: inJson(
      z.looseObject({ lines: z.array(z.looseObject({})).max(200), notes: z.array(z.string()).max(500).optional() }),
    ).describe("The sheet as it was signed"),
    signed_by: words(200, "Who signed it"),
    withdrawn_at: at("When the signature was taken back"),
    created_at: stored,
  }),
  orders: z.looseObject({
    contents: inJson(z.looseObject({})).describe("What was ordered, and the sum it was made on"),
    created_at: stored,
  }),
  goods: z.looseObject({
    length: figure.describe("Which length of the order, in mm"),
    what: z.enum(["count", "first", "second"]).describe("How many came, or one of them measured"),
    value: figure.describe("A number of pieces, or mm"),
    created_at: stored,
  }),
  gauge_tables: z.looseObject({
    gauge: text(100).min(1).describe("What the tension gauge is called"),
    spoke: words(100, "The spoke its table is for"),
    version: z.int().min(1).describe("How often it was changed, a number"),
    demo: flag.describe("Whether it is of the invented workshop: true, or the number 1"),
    points: inJson(points).describe("Readings in the gauge's own divisions, each with its tension in N"),
    created_at: stored,
  }),
  practice_wheels: z.looseObject({
    hidden: inJson(hidden).describe("What the simulated wheel hides"),
    state: inJson(
      z.object({
        natural: perSpoke,
        wound: perSpoke,
        bedded: z.union([z.boolean(), z.number().min(0).max(10_000)]),
        readingsTaken: z.number().min(0).max(1e9),
      }),
    ).describe("Each spoke's length without tension in mm, twist held in turns, and how often it was bedded and read"),
    version: z.int().min(1).describe("How often it was changed, a number"),
    level: z.enum(PRACTICE_LEVELS).nullish().describe("Which level it is of"),
    who: words(60, "Who trains on it").optional(),
  }),
  practice_plans: z.looseObject({
    who: words(60, "Who trains"),
    hints: z.int().min(0).max(10_000).describe("A number of hints asked for"),
    chosen: z.enum(PLANS).describe("Whose turns were made"),
    plans: inJson(z.object({ own: plan.optional(), advice: plan, hand: plan })).describe(
      "Each plan's turns, and mm and N they come to",
    ),
    created_at: stored,
  }),
  photos: z.looseObject({
    caption: words(300, "What it shows"),
    width: z.int().min(1).max(20_000).describe("A number of pixels"),
    height: z.int().min(1).max(20_000).describe("A number of pixels"),
    created_at: stored,
  }),
} as const satisfies Readonly<Record<ArchiveTable, z.ZodType>>;

/** Rows of one table; a shop's largest job has some thousands. */
const MOST_ROWS = 50_000;

const within = (path: string, work: () => void): void => {
  try {
    work();
  } catch (error) {
    if (!(error instanceof BadInput)) throw error;
    const { path: at, message, refusal } = error.told;
    throw new BadInput([path, at].filter(Boolean).join("."), `${message}; nothing was taken`, refusal);
  }
};

/** @throws BadInput with the table, its line and what of it will not do */
export const checkRows = (
  tables: Readonly<Record<ArchiveTable, readonly Readonly<Record<string, unknown>>[]>>,
): void => {
  for (const [name, rows] of Object.entries(tables) as [ArchiveTable, readonly Record<string, unknown>[]][]) {
    if (!Object.hasOwn(ROWS, name)) continue;
    const schema: z.ZodType = ROWS[name];
    if (rows.length > MOST_ROWS)
      throw new BadInput(
        `archive.${name}`,
        `${rows.length} lines are too many; at most ${MOST_ROWS}; nothing was taken`,
        {
          code: "too-large",
          given: rows.length,
          most: MOST_ROWS,
        },
      );
    rows.forEach((row, i) => {
      within(`archive.${name}[${i}]`, () => {
        parseWith(schema, row);
        // The same rules as where it is entered.
        if (name === "readings") checkReading(row as never, null);
        if (name === "gauge_tables") {
          const wrong = checkPoints(json<GaugePoint[]>(row.points));
          if (wrong) throw new BadInput("points", wrong, { code: "unreadable" });
        }
        if (name === "builds") readWheel(json(row.wheel), "wheel");
      });
    });
  }
};
