import type { Knex } from "knex";

/** Numbers the jobs of a wheel anew, 1 for its first visit; wherever one came to it or left it. Put away it is none. */
export const numberVisits = async (trx: Knex.Transaction, wheelId: string): Promise<void> => {
  await trx.raw(
    `update jobs join (select id, row_number() over (partition by put_away_at is null order by created_at, id) as n from jobs where wheel_id = ?) as counted
     on counted.id = jobs.id set jobs.visit = if(jobs.put_away_at is null, counted.n, 1)`,
    [wheelId],
  );
};
