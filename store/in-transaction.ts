import { setTimeout as pause } from "node:timers/promises";
import type { Knex } from "knex";
import { database } from "./database";

/**
 * Another hand was in the same rows at the same time, on this database server or on another of the same record: nothing of
 * this transaction stands. It may be told of only when it is committed.
 *
 * Lock wait timeout, deadlock, error during commit, record changed since last read; MariaDB, error codes.
 */
const ANOTHER_HAND = new Set([1205, 1213, 1180, 1020]);

export const wasAnotherHand = (error: unknown): boolean =>
  error instanceof Error && ANOTHER_HAND.has((error as { errno?: number }).errno ?? 0);

/** Tries before whoever waits is told so, and the ms in which they are begun. */
const MOST_TRIES = 12;
const PATIENCE = 5000;
/** ms after which nothing that was begun is written any more. */
export const MOST_PATIENCE = PATIENCE + 5000;
/** ms before the second try, at most; for each more half as many again. */
const FIRST_PAUSE = 8;

/** Does something that stands whole or not at all, anew each time another hand came in between. */
export const anewUntilAlone = async <T>(work: () => Promise<T>): Promise<T> => {
  const until = Date.now() + PATIENCE;
  for (let tries = 1; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (!wasAnotherHand(error) || tries >= MOST_TRIES || Date.now() > until) throw error;
      // Two that met must not meet again.
      await pause(Math.random() * FIRST_PAUSE * 1.5 ** tries);
    }
  }
};

/**
 * All of it or none, in the only way there is to write more than one thing. Where another hand came in between it is done
 * anew from its first read, so nothing may be done in `work` but what the database takes back by itself.
 *
 * A row lock is held on one server of several: what must see that nothing happened meanwhile has to write something that
 * the other writes as well (`jobChanged`, `oneAtATime`), or a key that can be there only once.
 */
export const inTransaction = <T>(
  work: (trx: Knex.Transaction) => Promise<T>,
  config: Knex.TransactionConfig = {},
): Promise<T> => anewUntilAlone(() => database().transaction(work, config));
