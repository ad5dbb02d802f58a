import type { Sheet } from "@/core/sheet/sheet";
import { monthsTold, type ShopFigures, type Stay, shopFigures } from "@/core/shop/shop-figures";
import type { JobKind } from "@/core/wheel/stages";
import { database } from "./database";
import { json } from "./json-column";

/** Wheels looked into for how true they left and how long they took; the newest. */
const NEWEST = 60;

/** Jobs by the months told of, of one of their days; an index alone answers it. */
const byMonth = async (
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

/** Wheels that came since that day and had been here before. */
const seenAgain = async (since: Date): Promise<string[]> => {
  const ids = await database()("jobs").where("created_at", ">=", since).where("visit", ">", 1).pluck("wheel_id");
  return [...new Set(ids.map(String))];
};

/** The shop's own figures of the last twelve months. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const db = database();
  const months = monthsTold(today);
  const day = (column: string, as: string) => db.raw("date_format(??, '%Y-%m-%d') as ??", [column, as]);
  const wheelAndDays = () =>
    db("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .select("jobs.id as jobId", "jobs.wheel_id as wheelId", "jobs.kind", "wheels.mark", "wheels.machine")
      .select(day("jobs.created_at", "opened"), day("jobs.finished_at", "finished"));
  const [opened, learntOn, handedBack, again, last] = await Promise.all([
    byMonth("created_at", months),
    byMonth("created_at", months, { kind: "practice" }),
    byMonth("finished_at", months),
    seenAgain(new Date(`${months[0]}-01T00:00:00Z`)),
    wheelAndDays().select("jobs.minutes").whereNotNull("finished_at").orderBy("finished_at", "desc").limit(NEWEST),
  ]);
  const takenIn = new Map([...opened].map(([month, n]) => [month, n - (learntOn.get(month) ?? 0)]));
  const [stays, sheets] = await Promise.all([
    again.length === 0 ? [] : wheelAndDays().whereIn("jobs.wheel_id", again),
    db("sheets")
      .whereIn(
        "job_id",
        last.map((j) => j.jobId),
      )
      .orderBy("created_at")
      .select("job_id", "contents"),
  ]);
  const sheetOf = new Map<string, Sheet>(sheets.map((s) => [s.job_id, json<Sheet>(s.contents)]));
  const newest = last.map(({ minutes, ...job }) => {
    const sheet = sheetOf.get(job.jobId);
    return {
      ...job,
      minutes: minutes === null ? {} : json<Record<string, number>>(minutes),
      lateral: sheet?.trace?.lateral ?? [],
      radial: sheet?.trace?.radial ?? [],
      tension: sheet?.tension ?? null,
      tolerance: sheet?.tolerance ?? { lateral: 0, radial: 0 },
    };
  });
  return shopFigures({ takenIn, handedBack, stays: stays as Stay[], newest }, today);
};
