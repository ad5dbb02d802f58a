import type { Knex } from "knex";
import type { PutAway } from "@/core/shop/put-away";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { changingJob } from "./changes";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { oneAtATime } from "./one-at-a-time";
import { numberVisits } from "./visits";

/** Puts a job away, or brings it back: nothing of it is lost. @returns how many changes it has had */
export const putAway = (jobId: string, away: boolean): Promise<number> =>
  changingJob(jobId, async (trx) => {
    await oneAtATime(trx, "wheels");
    const job = await trx("jobs").where({ id: jobId }).first("wheel_id", "put_away_at");
    if (!job) throw notThere("job", "id");
    if ((job.put_away_at !== null) === away) return false;
    await trx("jobs")
      .where({ id: jobId })
      .update({ put_away_at: away ? new Date() : null });
    await numberVisits(trx, job.wheel_id);
    return true;
  });

/** How many jobs are put away. */
export const countPutAway = async (): Promise<number> =>
  Number((await database()("jobs").whereNotNull("put_away_at").count({ n: "*" }).first())?.n ?? 0);

/** The mark of a job that is put away; null where it is not. */
export const markPutAway = async (jobId: string): Promise<string | null> =>
  (
    await database()("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .where("jobs.id", jobId)
      .whereNotNull("jobs.put_away_at")
      .first("wheels.mark")
  )?.mark ?? null;

/** Jobs put away, the last first; so many of them, after so many. */
export const listPutAway = async (most = 100, after = 0): Promise<PutAway[]> => {
  const db = database();
  const count = (table: "measurements" | "photos", as: string) =>
    db(table)
      .whereRaw("?? = jobs.id", [`${table}.job_id`])
      .count()
      .as(as);
  const rows = await db("jobs")
    .join("wheels", "wheels.id", "jobs.wheel_id")
    .join("customers", "customers.id", "wheels.customer_id")
    .whereNotNull("jobs.put_away_at")
    .orderBy([
      { column: "jobs.put_away_at", order: "desc" },
      { column: "jobs.id", order: "asc" },
    ])
    .limit(most)
    .offset(after)
    .select("jobs.id", "wheels.mark", "wheels.machine", "customers.name as customer", "jobs.put_away_at as away")
    .select(count("measurements", "figures"), count("photos", "photos"))
    .select(
      db("readings")
        .join("rounds", "rounds.id", "readings.round_id")
        .whereRaw("rounds.job_id = jobs.id")
        .count()
        .as("readings"),
    );
  return rows.map(({ away, ...r }) => ({
    ...r,
    figures: Number(r.figures),
    readings: Number(r.readings),
    photos: Number(r.photos),
    since: new Date(away).toISOString().slice(0, 10),
  }));
};

/**
 * Erases a job that was put away, with its readings and photos; a wheel and a customer that were there for it alone go
 * with it. Erased twice it is erased once.
 *
 * @throws BadInput when it was not put away first
 */
export const eraseJob = (jobId: string): Promise<void> =>
  inTransaction(async (trx) => {
    await oneAtATime(trx, "wheels");
    const job = await trx("jobs").where({ id: jobId }).forUpdate().first("put_away_at");
    if (!job) return;
    if (job.put_away_at === null)
      throw new BadInput("id", "this job is on the bench; put it away first, then it can be erased", {
        code: "stands-against",
        what: "job",
      });
    await eraseWithin(trx, jobId);
  });

/** A job with all that is its own; a wheel and a customer that were there for it alone go with it. */
export const eraseWithin = async (trx: Knex.Transaction, jobId: string): Promise<void> => {
  const wheel_id = (await trx("jobs").where({ id: jobId }).first("wheel_id"))?.wheel_id ?? "";
  await trx("jobs").where({ id: jobId }).delete();
  if (await trx("jobs").where({ wheel_id }).first("id")) return numberVisits(trx, wheel_id);
  const customer_id = (await trx("wheels").where({ id: wheel_id }).first("customer_id"))?.customer_id ?? "";
  await trx("wheels").where({ id: wheel_id }).delete();
  if (!(await trx("wheels").where({ customer_id }).first("id")))
    await trx("customers").where({ id: customer_id }).delete();
};
