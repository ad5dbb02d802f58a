import { database } from "./database";

/** How long ago a wheel was here, for how long, and what its stages took. */
export interface Past {
  readonly daysAgo: number;
  readonly stayed: number;
  readonly minutes: Readonly<Record<string, number>>;
}

/** What was just stored of a job, as it would stand had it been done then: for the demo. */
export const backdate = async (jobId: string, past: Past): Promise<void> => {
  const db = database();
  const earlier = (days: number) => db.raw("created_at - interval ? day", [days]);
  const rounds = db("rounds").where({ job_id: jobId }).select("id");
  for (const table of ["measurements", "acts", "builds", "rounds", "sheets"])
    await db(table)
      .where({ job_id: jobId })
      .update({ created_at: earlier(past.daysAgo) });
  for (const table of ["readings", "turns"])
    await db(table)
      .whereIn("round_id", rounds)
      .update({ created_at: earlier(past.daysAgo) });
  await db("jobs")
    .where({ id: jobId })
    .update({
      created_at: earlier(past.daysAgo + past.stayed),
      finished_at: new Date(Date.now() - past.daysAgo * 86_400_000),
      minutes: JSON.stringify(past.minutes),
      stale: true,
    });
};

/** Whether no job was ever opened here. */
export const isEmptyRecord = async (): Promise<boolean> => (await database()("jobs").first("id")) === undefined;

/** The wheel with a mark; null for none. */
export const wheelMarked = async (mark: string): Promise<string | null> =>
  (await database()("wheels").where({ mark }).first("id"))?.id ?? null;
