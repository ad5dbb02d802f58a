import { z } from "zod";
import { actSchema } from "@/core/acts/act";
import { checkReading } from "@/core/rounds/check-reading";
import { READING_KINDS, READING_METHODS } from "@/core/rounds/reading";
import { ROUND_KINDS } from "@/core/rounds/round";
import { TOLERANCE_NAMES } from "@/core/runout/tolerance";
import { BadInput } from "@/core/wheel/bad-input";
import { MOST_HOLES } from "@/core/wheel/holes";
import { parseWith } from "@/core/wheel/parse-with";
import { JOB_KINDS } from "@/core/wheel/stages";
import { readWheel } from "@/core/wheel/wheel-file";
import type { ArchiveTable } from "./archive";
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

const ROWS: Readonly<Record<ArchiveTable, z.ZodType>> = {
  customers: z.looseObject({ name: text(200), telephone: text(60).optional(), created_at: time }),
  wheels: z.looseObject({
    mark: text(60),
    machine: text(200),
    place: z.enum(["", "front", "rear", "other"]),
    created_at: time,
  }),
  jobs: z.looseObject({
    kind: z.enum(JOB_KINDS),
    tolerance: z.enum(TOLERANCE_NAMES),
    wanted: text(1000),
    side_a: text(40).min(1),
    side_b: text(40).min(1),
    waiting_for: text(200).nullish(),
    visit: z.int().min(1).max(60_000).optional(),
    desk_order: z.int().nullish(),
    demo: flag,
    ...{ promised: maybeTime, waiting_since: maybeTime, finished_at: maybeTime, recheck_on: maybeTime },
    ...{ put_away_at: maybeTime, created_at: time },
  }),
  measurements: z.looseObject({
    name: text(60).min(1),
    place: z.int().min(0).max(1000).optional(),
    role: z.enum(["new", "again", "out"]).optional(),
    typed: text(1000),
    unit: text(10),
    value: figure.nullable(),
    created_at: time,
  }),
  acts: z.looseObject({ act: inJson(actSchema), created_at: time }),
  builds: z.looseObject({ wheel: inJson(z.looseObject({})), assumed: inJson(z.array(z.unknown()).max(500)) }),
  rounds: z.looseObject({
    number: z.int().min(1).max(100_000),
    kind: z.enum(ROUND_KINDS).optional(),
    plan: inJson(z.looseObject({ part: z.number(), turns: numbers }).nullish()),
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
    ),
    destressed: flag,
    created_at: time,
  }),
  readings: z.looseObject({
    what: z.enum(READING_KINDS),
    spoke,
    value: figure,
    typed: text(60),
    method: z.enum(READING_METHODS).optional(),
    created_at: time,
  }),
  turns: z.looseObject({ spoke: spoke.min(1), turns: z.number().min(-100).max(100), created_at: time }),
  sheets: z.looseObject({
    contents: inJson(
      z.looseObject({ lines: z.array(z.looseObject({})).max(200), notes: z.array(z.string()).max(500).optional() }),
    ),
    signed_by: text(200),
    withdrawn_at: maybeTime,
    created_at: time,
  }),
  orders: z.looseObject({ contents: inJson(z.looseObject({})), created_at: time }),
  goods: z.looseObject({ length: figure, what: z.enum(["count", "first", "second"]), value: figure, created_at: time }),
  photos: z.looseObject({
    caption: text(300),
    width: z.int().min(1).max(20_000),
    height: z.int().min(1).max(20_000),
    created_at: time,
  }),
};

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
    const schema = ROWS[name];
    if (!schema) continue;
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
        if (name === "builds") readWheel(json(row.wheel), "wheel");
      });
    });
  }
};
