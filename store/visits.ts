import type { Knex } from "knex";

/** Numbers the jobs of a wheel anew, 1 for its first visit; wherever one came to it or left it. */
export const numberVisits = async (trx: Knex.Transaction, wheelId: string): Promise<void> => {
  await trx.raw(
    `update jobs join (select id, row_number() over (order by created_at, id) as n from jobs where wheel_id = ?) as counted
     on counted.id = jobs.id set jobs.visit = counted.n`,
    [wheelId],
  );
};
