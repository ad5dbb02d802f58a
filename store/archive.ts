import type { Knex } from "knex";
import { actOf, NO_FIGURES, offsetPartOf, sourceOf } from "@/core/acts/old-entries";
import type { ArchivePreview } from "@/core/shop/archive-preview";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { checkRows } from "./archive-rows";
import { type ArchiveTable, keyOf, LATER, TABLES } from "./archive-tables";
import { jobChanged } from "./changes";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { markOfItsOwn } from "./marks";
import { oneAtATime } from "./one-at-a-time";
import { numberVisits } from "./visits";

type Row = Readonly<Record<string, unknown>>;

const IN_ORDER = ["at_change", "order"];

/** Rows of one table that belong to a job, in the order they were made. */
const rowsOf = (
  table: Knex.QueryBuilder,
  by: (typeof TABLES)[number]["by"],
  of: {
    readonly job: string;
    readonly wheel: string;
    readonly customer: string;
    readonly rounds: readonly string[];
    readonly orders: readonly string[];
    readonly tables: readonly string[];
  },
): PromiseLike<Row[]> => {
  switch (by) {
    case "customer":
      return table.where({ id: of.customer });
    case "wheel":
      return table.where({ id: of.wheel });
    case "id":
      return table.where({ id: of.job });
    case "job-alone":
      return table.where({ job_id: of.job }).orderBy("created_at");
    case "job":
      return table.where({ job_id: of.job }).orderBy(IN_ORDER);
    case "round":
      return table.whereIn("round_id", of.rounds).orderBy(IN_ORDER);
    case "order":
      return table.whereIn("order_id", of.orders).orderBy(IN_ORDER);
    case "table":
      return table.whereIn("id", of.tables).orderBy("created_at");
    case "practice":
      return table.where({ job_id: of.job });
  }
};

/** One job whole: every row as it is stored; bytes apart, by name. */
export interface JobArchive {
  readonly format: "tall-compass/job";
  readonly version: 2;
  readonly tables: Readonly<Record<ArchiveTable, readonly Row[]>>;
  readonly files: Readonly<Record<string, Uint8Array>>;
}

/** Made by the database anew: an order of arrival, and what is kept ready, belong to one database. */
const OWN = ["order", "at_change", "changes", "stale", "score", "score_of"];
const PHOTO_BYTES = ["large", "small"] as const;

const plain = (value: unknown): unknown => (value instanceof Date ? { date: value.toISOString() } : value);
const stored = (table: ArchiveTable, column: string, value: unknown): unknown => {
  if (value === null || typeof value !== "object") return value;
  // A time is nothing but its date; a signed sheet has one among much else.
  if (!("date" in value) || Object.keys(value).length > 1) return JSON.stringify(value);
  const date = new Date(String(value.date));
  if (Number.isNaN(date.getTime()))
    throw new BadInput(`archive.${table}.${column}`, `“${String(value.date)}” is no time; nothing was taken`, {
      code: "unreadable",
    });
  return date;
};

/** Reads a job out in one consistent look. @throws BadInput when there is none */
export const readArchive = async (jobId: string): Promise<JobArchive> =>
  inTransaction(
    async (trx) => {
      const job = await trx("jobs").where({ id: jobId }).first();
      if (!job) throw notThere("job");
      const wheel = await trx("wheels").where({ id: job.wheel_id }).first();
      if (!wheel) throw new BadInput("job", "its wheel is not there", { code: "not-there" });
      const rounds = (await trx("rounds").where({ job_id: jobId }).select("id")).map((r) => r.id);
      const orders = (await trx("orders").where({ job_id: jobId }).select("id")).map((r) => r.id);
      const gauged = await trx("readings").whereIn("round_id", rounds).whereNotNull("table_id").distinct("table_id");
      const gaugeTables = gauged.map((r) => String(r.table_id));
      const files: Record<string, Uint8Array> = {};
      const tables = {} as Record<ArchiveTable, Row[]>;
      for (const { name, by } of TABLES) {
        const rows: Row[] = await rowsOf(trx(name), by, {
          job: jobId,
          wheel: wheel.id,
          customer: wheel.customer_id,
          rounds,
          orders,
          tables: gaugeTables,
        });
        tables[name] = rows.map((r) =>
          Object.fromEntries(
            Object.entries(r).flatMap(([k, v]) => {
              if (OWN.includes(k)) return [];
              if (Buffer.isBuffer(v)) {
                files[`${name}/${String(r.id)}-${k}`] = new Uint8Array(v);
                return [];
              }
              return [[k, plain(v)]];
            }),
          ),
        );
      }
      return { format: "tall-compass/job", version: 2, tables, files };
    },
    { isolationLevel: "repeatable read" },
  );

const isRow = (row: unknown): row is Row => typeof row === "object" && row !== null && !Array.isArray(row);

/** An archive of the time when what was done at the bench was written among the figures: as it would be written now. */
const asOfNow = (a: JobArchive | OldArchive): JobArchive => {
  if (a?.version !== 1 || !Array.isArray(a.tables?.measurements)) return a as JobArchive;
  const { measurements, readings } = a.tables;
  const text = (row: Row, key: string) => String(row[key] ?? "");
  const acts: Row[] = [];
  const parts: Row[] = [];
  for (const row of measurements) {
    const { id, who = "", created_at } = row;
    const entry = {
      name: text(row, "name"),
      place: Number(row.place ?? 0),
      typed: text(row, "typed"),
      value: row.value === null ? null : Number(row.value),
    };
    const act = row.role === "out" ? null : actOf(entry);
    if (act) acts.push({ id, job_id: row.job_id, act, who, created_at });
    const part = offsetPartOf(entry);
    if (part && a.tables.rounds.some((r) => r.id === part.round)) {
      const { round: round_id, way: method, value } = part;
      parts.push({ id, round_id, what: "offset-part", spoke: 0, value, typed: String(value), method, who, created_at });
    }
  }
  const isFigure = (row: Row) => !(NO_FIGURES as readonly string[]).includes(text(row, "name"));
  return {
    ...a,
    version: 2,
    tables: {
      ...a.tables,
      gauge_tables: [],
      practice_wheels: [],
      practice_plans: [],
      measurements: measurements.filter(isFigure),
      acts,
      readings: [...readings.map((r) => ({ ...r, ...sourceOf(text(r, "typed")) })), ...parts],
    },
  };
};

/** One job whole, of an earlier version: no table of acts. */
interface OldArchive {
  readonly format: "tall-compass/job";
  readonly version: 1;
  readonly tables: Readonly<Record<Exclude<ArchiveTable, "acts" | (typeof LATER)[number]>, readonly Row[]>>;
  readonly files: Readonly<Record<string, Uint8Array>>;
}

const withLater = (a: JobArchive): JobArchive =>
  typeof a?.tables === "object" && a.tables !== null
    ? { ...a, tables: { ...Object.fromEntries(LATER.map((name) => [name, []])), ...a.tables } }
    : a;

const isArchive = (a: JobArchive): boolean =>
  a?.format === "tall-compass/job" &&
  a.version === 2 &&
  TABLES.every(({ name }) => Array.isArray(a.tables?.[name]) && a.tables[name].every(isRow));

/** What each line must belong to: one customer, one wheel, one job, and nothing of another's. */
const PARENTS: Readonly<Partial<Record<ArchiveTable, readonly [column: string, parent: ArchiveTable]>>> = {
  wheels: ["customer_id", "customers"],
  jobs: ["wheel_id", "wheels"],
  measurements: ["job_id", "jobs"],
  acts: ["job_id", "jobs"],
  builds: ["job_id", "jobs"],
  rounds: ["job_id", "jobs"],
  readings: ["round_id", "rounds"],
  turns: ["round_id", "rounds"],
  sheets: ["job_id", "jobs"],
  orders: ["job_id", "jobs"],
  goods: ["order_id", "orders"],
  photos: ["job_id", "jobs"],
  practice_wheels: ["job_id", "jobs"],
  practice_plans: ["round_id", "rounds"],
};

/** @throws BadInput when a line belongs to something that is not in the archive */
const checkParents = ({ tables }: JobArchive): void => {
  const tablesHere = new Set(tables.gauge_tables.map((r) => r.id));
  const without = tables.readings.findIndex((r) => r.what === "gauge" && r.table_id && !tablesHere.has(r.table_id));
  // Those of before gauge tables went along had none at all.
  if (without >= 0 && tablesHere.size > 0)
    throw new BadInput(
      `archive.readings[${without}].table_id`,
      "its gauge's table is not in the archive; nothing was taken",
      { code: "stands-against", what: "gauge_tables" },
    );
  for (const name of ["customers", "wheels", "jobs"] as const)
    if (tables[name].length !== 1)
      throw new BadInput(
        `archive.${name}`,
        `it holds ${tables[name].length} ${name}; a job archive holds one; nothing was taken`,
        { code: "wrong-count", given: tables[name].length, wanted: 1 },
      );
  const job = tables.jobs[0].id;
  const astray = tables.practice_plans.findIndex((r) => r.job_id !== job);
  if (astray >= 0)
    throw new BadInput(`archive.practice_plans[${astray}].job_id`, "is of another job; nothing was taken", {
      code: "stands-against",
      what: "jobs",
    });
  for (const { name } of TABLES) {
    const belongs = PARENTS[name];
    if (!belongs) continue;
    const [column, parent] = belongs;
    const ids = new Set(tables[parent].map((r) => r.id));
    const odd = tables[name].findIndex((r) => !ids.has(r[column]));
    if (odd >= 0)
      throw new BadInput(
        `archive.${name}`,
        `line ${odd + 1} belongs to none of the ${parent} in the archive; nothing was taken`,
        { code: "stands-against", what: parent },
      );
  }
};

/** What taking an archive in would do. @throws BadInput */
export const previewArchive = async (given: JobArchive | OldArchive): Promise<ArchivePreview> =>
  preview(checkedArchive(given));

/** @throws BadInput when it is none, or not whole */
const checkedArchive = (given: JobArchive | OldArchive): JobArchive => {
  const archive = withLater(asOfNow(given));
  if (!isArchive(archive))
    throw new BadInput("archive", "this is no job archive of Tall Compass, version 1 or 2; nothing was taken", {
      code: "unreadable",
    });
  checkParents(archive);
  checkRows(archive.tables);
  return archive;
};

const preview = async (archive: JobArchive): Promise<ArchivePreview> => {
  let held = 0;
  const rows: Record<string, number> = {};
  for (const { name } of TABLES) {
    const key = keyOf(name);
    const ids = archive.tables[name].map((r) => String(r[key] ?? ""));
    if (ids.some((id) => !/^[0-9a-f-]{36}$/.test(id)))
      throw new BadInput(
        `archive.${name}`,
        `line ${ids.findIndex((id) => !/^[0-9a-f-]{36}$/.test(id)) + 1} has no id of its own; nothing was taken`,
        { code: "missing" },
      );
    rows[name] = ids.length;
    if (ids.length > 0) held += (await database()(name).whereIn(key, ids).select(key)).length;
  }
  const wheel = archive.tables.wheels[0];
  const mark = String(wheel.mark ?? "");
  return {
    mark,
    markHere: await markOfItsOwn(database(), mark, String(wheel.id)),
    customer: String(archive.tables.customers[0]?.name ?? ""),
    rows,
    held,
    photos: archive.tables.photos.length,
  };
};

/** Takes an archive in, whole or not at all; what is here already stays as it is. @throws BadInput */
export const takeArchive = async (given: JobArchive | OldArchive): Promise<ArchivePreview> => {
  const archive = checkedArchive(given);
  const told = await preview(archive);
  const job = archive.tables.jobs[0];
  const brought = Object.values(told.rows).reduce((sum, n) => sum + n, 0);
  // Taken in once more it brings nothing new.
  if (told.held === brought) return told;
  await inTransaction(async (trx) => {
    await oneAtATime(trx, "wheels");
    // What comes in comes after all that is here of this job.
    const here = await trx("jobs")
      .where({ id: String(job.id) })
      .forUpdate()
      .first("changes");
    const at_change = (here?.changes ?? 0) + 1;
    for (const { name } of TABLES) {
      const known = await trx(name).columnInfo();
      for (const row of archive.tables[name]) {
        const values: Record<string, unknown> = Object.fromEntries(
          Object.entries(row)
            .filter(([k]) => Object.hasOwn(known, k))
            .map(([k, v]) => [k, stored(name, k, v)]),
        );
        if (Object.hasOwn(known, "at_change")) values.at_change = at_change;
        if (name === "wheels") values.mark = told.markHere;
        if (name === "photos")
          for (const part of PHOTO_BYTES) {
            const bytes = archive.files[`photos/${String(row.id)}-${part}`];
            if (!bytes)
              throw new BadInput("archive.photos", `the picture ${String(row.id)} is missing; nothing was taken`, {
                code: "missing",
              });
            values[part] = Buffer.from(bytes);
          }
        const key = keyOf(name);
        await trx(name).insert(values).onConflict(key).merge([key]);
      }
    }
    await numberVisits(trx, String(archive.tables.wheels[0].id));
    await jobChanged(String(job.id), trx);
  });
  return told;
};
