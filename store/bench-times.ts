import type { Stage } from "@/core/wheel/stages";
import { counting, shopHasOwn } from "./counting";
import { database } from "./database";
import { json } from "./json-column";

/** Wheels looked back at. */
const NEWEST = 60;

/** Bench minutes by stage. */
export type StageMinutes = Readonly<Partial<Record<Stage, number>>>;

/** What the stages of the wheels handed back last took, newest first. */
export const finishedMinutes = async (): Promise<StageMinutes[]> => {
  const rows: { minutes: unknown }[] = await database()("jobs")
    .whereNotNull("finished_at")
    .modify(counting(await shopHasOwn()))
    .orderBy("finished_at", "desc")
    .limit(NEWEST)
    .select("minutes");
  return rows.flatMap((row) => (row.minutes === null ? [] : [json<StageMinutes>(row.minutes)]));
};

export const keepStageMinutes = async (jobId: string, minutes: StageMinutes): Promise<void> => {
  await database()("jobs")
    .where({ id: jobId })
    .update({ minutes: JSON.stringify(minutes) });
};
