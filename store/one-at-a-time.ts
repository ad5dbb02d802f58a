import type { Knex } from "knex";

/** What one hand at a time decides on: which wheel has which mark, whose it is, how often it was here; who works here. */
type Turnstile = "wheels" | "people";

/**
 * Whoever else wants to pass waits until the transaction ends; on another server of the same record one of the two is done
 * anew, for both have written the same row. To be passed before anything is read.
 */
export const oneAtATime = async (trx: Knex.Transaction, name: Turnstile): Promise<void> => {
  await trx.raw("insert into turnstiles (name, passed) values (?, 1) on duplicate key update passed = passed + 1", [
    name,
  ]);
};
