import type { Stay } from "@/core/shop/shop-figures";
import type { JobKind } from "@/core/wheel/stages";
import type { StageMinutes } from "./bench-times";
import { counting } from "./counting";
import { database } from "./database";
import { json } from "./json-column";

/** Wheels looked into for how true they left and how long they took; the newest. */
const NEWEST = 60;

/** Jobs by the months told of, of one of their days; an index alone answers it. */
export const jobsByMonth = async (
  column: "created_at" | "finished_at",
  months: readonly string[],
  kind: { readonly kind?: JobKind } = {},
): Promise<Map<string, number>> => {
  const db = database();
  // Counted month by month: put together by the database they would go through a table of their own.
  const counts = months.map((month) => {
    const first = new Date(`${month}-01T00:00:00Z`);
    const next = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 1));
    return db("jobs")
      .where(kind)
      .where(column, ">=", first)
      .where(column, "<", next)
      .select(db.raw("? as month, count(*) as number", [month]));
  });
  const rows: { month: string; number: number }[] = await db.unionAll(counts, true);
  return new Map(rows.map((r) => [r.month, Number(r.number)]));
};

/**
 * Jobs that do not count, by month: put away, or of the invented workshop once there is a shop of its own. Few, and taken
 * off what the index alone counts. Practice wheels are counted apart.
 */
export const uncountedByMonth = async (
  column: "created_at" | "finished_at",
  own: boolean,
): Promise<Map<string, number>> => {
  const db = database();
  const rows: { month: string; number: number }[] = await db("jobs")
    .where((not) => {
      not.whereNotNull("put_away_at");
      if (own) not.orWhere({ demo: true });
    })
    .whereNotNull(column)
    .whereNot("kind", "practice")
    .select(db.raw("date_format(??, '%Y-%m') as month", [column]))
    .groupBy("month")
    .count({ number: "*" });
  return new Map(rows.map((r) => [r.month, Number(r.number)]));
};

const wheelAndDays = () => {
  const db = database();
  const day = (column: string, as: string) => db.raw("date_format(??, '%Y-%m-%d') as ??", [column, as]);
  return db("jobs")
    .join("wheels", "wheels.id", "jobs.wheel_id")
    .select("jobs.id as jobId", "jobs.wheel_id as wheelId", "jobs.kind", "wheels.mark", "wheels.machine")
    .select(day("jobs.created_at", "opened"), day("jobs.finished_at", "finished"));
};

/** Every stay of the wheels that came since that month's first and had been here before. @param month `2026-11` */
export const staysSeenAgain = async (month: string, own: boolean): Promise<Stay[]> => {
  const since = new Date(`${month}-01T00:00:00Z`);
  const ids = await database()("jobs")
    .where("created_at", ">=", since)
    .where("visit", ">", 1)
    .modify(counting(own))
    .pluck("wheel_id");
  return ids.length === 0
    ? []
    : await wheelAndDays()
        .modify(counting(own))
        .whereIn("jobs.wheel_id", [...new Set(ids)]);
};

/** A wheel handed back, with the sheet it was signed on. */
export interface LeftWheel {
  readonly jobId: string;
  readonly wheelId: string;
  readonly kind: string;
  readonly mark: string;
  readonly machine: string;
  readonly opened: string;
  readonly finished: string;
  readonly minutes: StageMinutes;
  /** As it was handed over; undefined where it was not signed. */
  readonly sheet: unknown;
}

/** The wheels handed back last, newest first. */
export const leftLast = async (own: boolean): Promise<LeftWheel[]> => {
  const last: (Omit<LeftWheel, "minutes" | "sheet"> & { minutes: unknown })[] = await wheelAndDays()
    .select("jobs.minutes")
    .whereNotNull("finished_at")
    .modify(counting(own))
    .orderBy("finished_at", "desc")
    .limit(NEWEST);
  const sheets = await database()("sheets")
    .whereIn(
      "job_id",
      last.map((j) => j.jobId),
    )
    .orderBy("created_at")
    .select("job_id", "contents");
  const sheetOf = new Map(sheets.map((s) => [s.job_id, json<unknown>(s.contents)]));
  return last.map(({ minutes, ...job }) => ({
    ...job,
    minutes: minutes === null ? {} : json<StageMinutes>(minutes),
    sheet: sheetOf.get(job.jobId),
  }));
};
