import type { Sheet } from "@/core/sheet/sheet";
import { type HandedBack, type ShopFigures, shopFigures, type TakenIn } from "@/core/shop/shop-figures";
import { database } from "./database";

/** Twelve months shown, and a year before them in which a wheel that came back may have left. */
const YEARS_BACK = 2;
/** Wheels looked into for how true they left and how long they took; the newest. */
const NEWEST = 60;

const json = <T>(value: unknown): T => (typeof value === "string" ? JSON.parse(value) : value) as T;

/** The shop's own figures of the last two years. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const db = database();
  const since = new Date(Date.parse(`${today}T00:00:00Z`) - YEARS_BACK * 365.25 * 86_400_000);
  // Days as text: ten thousand dates made and unmade cost more than the rest.
  const day = (column: string, as: string) => db.raw("date_format(??, '%Y-%m-%d') as ??", [column, as]);
  const [jobs, sheets, minutes] = await Promise.all([
    db("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .where("jobs.created_at", ">=", since)
      .select("jobs.id", "jobs.wheel_id", "jobs.kind", "wheels.mark", "wheels.machine")
      .select(day("jobs.created_at", "opened"), day("jobs.finished_at", "finished")),
    db("sheets").orderBy("created_at", "desc").limit(NEWEST).select("job_id", "contents"),
    db("jobs").whereNotNull("minutes").orderBy("finished_at", "desc").limit(NEWEST).select("id", "minutes"),
  ]);
  const sheetOf = new Map<string, Sheet>();
  for (const s of [...sheets].reverse()) sheetOf.set(s.job_id, json<Sheet>(s.contents));
  const minutesOf = new Map(minutes.map((m) => [m.id, json<Record<string, number>>(m.minutes)]));
  const takenIn: TakenIn[] = [];
  const handedBack: HandedBack[] = [];
  for (const j of jobs) {
    const { id: jobId, wheel_id: wheelId, kind, mark, machine, opened, finished } = j;
    takenIn.push({ jobId, wheelId, mark, kind, opened });
    if (finished === null) continue;
    const sheet = sheetOf.get(jobId);
    handedBack.push({
      jobId,
      wheelId,
      mark,
      machine,
      kind,
      opened,
      finished,
      minutes: minutesOf.get(jobId) ?? {},
      lateral: sheet?.trace?.lateral ?? [],
      radial: sheet?.trace?.radial ?? [],
      tension: sheet?.tension ?? null,
      tolerance: sheet?.tolerance ?? { lateral: 0, radial: 0 },
    });
  }
  return shopFigures(takenIn, handedBack, today);
};
