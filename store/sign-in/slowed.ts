import { RateLimiterMySQL, type RateLimiterRes } from "rate-limiter-flexible";
import { database } from "../database";
import { environment } from "../environment";
import { anewUntilAlone } from "../in-transaction";
import { nameIn } from "../record-address";

/** Tries before whoever tries has to wait, and s until they may go on. */
const TRIES = {
  /** Of one device, one person, one address, in a minute. */
  minute: { points: 5, duration: 60 },
  /** Of one person in a day: four figures are guessed at one in two hundred at most. */
  day: { points: 50, duration: 86_400 },
} as const;

const limiters = new WeakMap<object, Map<string, RateLimiterMySQL>>();

/** One in each database that is asked: a copy that is put back swaps it. */
const limiter = (which: keyof typeof TRIES): RateLimiterMySQL => {
  const db = database();
  const own = limiters.get(db) ?? new Map<string, RateLimiterMySQL>();
  limiters.set(db, own);
  let found = own.get(which);
  if (!found) {
    found = new RateLimiterMySQL({
      ...TRIES[which],
      storeClient: db,
      storeType: "knex",
      dbName: nameIn(environment().DATABASE_URL ?? ""),
      tableName: "tries",
      tableCreated: true,
      keyPrefix: which,
      clearExpiredByTimeout: false,
    });
    own.set(which, found);
  }
  return found;
};

/** A wait that was not over; counted by the database, so that it holds whichever server is asked. */
export class TooManyTries extends Error {
  /** s to wait. */
  readonly wait: number;
  constructor(wait: number) {
    super(
      `too many wrong tries; wait ${wait < 90 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`} and try again`,
    );
    this.wait = wait;
  }
}

const waitOf = (refused: unknown): number => {
  // What is thrown for a limit is no error; an error is the database's.
  if (refused instanceof Error) throw refused;
  return Math.max(1, Math.ceil((refused as RateLimiterRes).msBeforeNext / 1000));
};

/**
 * Runs one try for all of these; what was right is not counted.
 *
 * @param slow of whom only so many tries are let through in a day
 * @throws TooManyTries
 */
export const slowed = async <T>(
  who: readonly string[],
  slow: string | null,
  attempt: () => Promise<T | null>,
): Promise<T | null> => {
  const counted: [limiter: RateLimiterMySQL, key: string][] = [
    ...who.map((key): [RateLimiterMySQL, string] => [limiter("minute"), key]),
    ...(slow ? [[limiter("day"), slow] as [RateLimiterMySQL, string]] : []),
  ];
  let wait = 0;
  for (const [of, key] of counted)
    await anewUntilAlone(() => of.consume(key)).catch((refused) => {
      wait = Math.max(wait, waitOf(refused));
    });
  if (wait > 0) throw new TooManyTries(wait);
  const right = await attempt();
  if (right !== null) for (const [of, key] of counted) await of.delete(key);
  return right;
};
