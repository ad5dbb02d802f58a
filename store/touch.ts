import type { Knex } from "knex";
import { database } from "./database";

/** What is kept ready of a job (how its line stands, what finds it) is out of date from now on. */
export const touchJob = async (jobId: string, db: Knex | Knex.Transaction = database()): Promise<void> => {
  await db("jobs").where({ id: jobId }).update({ stages_fresh: false });
};

export const touchRound = async (roundId: string): Promise<void> => {
  await database().raw("update jobs set stages_fresh = 0 where id = (select job_id from rounds where id = ?)", [
    roundId,
  ]);
};
