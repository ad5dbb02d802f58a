import type { Sheet } from "@/core/sheet/sheet";
import { type HandedBack, type ShopFigures, shopFigures, type TakenIn } from "@/core/shop/shop-figures";
import { database } from "./database";

const YEARS_BACK = 2;
/** Sheets looked into for how true wheels leave; the newest. */
const SHEETS = 300;

const json = <T>(value: unknown): T => (typeof value === "string" ? JSON.parse(value) : value) as T;
const dayOf = (at: unknown) => new Date(at as Date).toISOString().slice(0, 10);

/** The shop's own figures of the last two years. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const db = database();
  const since = new Date(Date.parse(`${today}T00:00:00Z`) - YEARS_BACK * 365.25 * 86_400_000);
  const [jobs, sheets] = await Promise.all([
    db("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .where("jobs.created_at", ">=", since)
      .select("jobs.id", "jobs.wheel_id", "jobs.kind", "jobs.created_at", "jobs.finished_at", "jobs.minutes")
      .select("wheels.mark", "wheels.machine"),
    db("sheets").orderBy("created_at", "desc").limit(SHEETS).select("job_id", "contents"),
  ]);
  const sheetOf = new Map<string, Sheet>();
  for (const s of [...sheets].reverse()) sheetOf.set(s.job_id, json<Sheet>(s.contents));
  const takenIn: TakenIn[] = jobs.map((j) => ({
    jobId: j.id,
    wheelId: j.wheel_id,
    mark: j.mark,
    kind: j.kind,
    opened: dayOf(j.created_at),
  }));
  const handedBack: HandedBack[] = jobs.flatMap((j, i) => {
    if (j.finished_at === null) return [];
    const sheet = sheetOf.get(j.id);
    return [
      {
        ...takenIn[i],
        machine: j.machine,
        finished: dayOf(j.finished_at),
        minutes: j.minutes === null ? {} : json<Record<string, number>>(j.minutes),
        lateral: sheet?.trace?.lateral ?? [],
        radial: sheet?.trace?.radial ?? [],
        tension: sheet?.tension ?? null,
        tolerance: sheet?.tolerance ?? { lateral: 0, radial: 0 },
      },
    ];
  });
  return shopFigures(takenIn, handedBack, today);
};
