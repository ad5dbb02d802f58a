import type { Tables } from "knex/types/tables";
import type { Away } from "@/core/planning/bench-day";
import { database } from "./database";
import { inTransaction } from "./in-transaction";

const asAway = (r: Pick<Tables["away"], "uid" | "day" | "from_minute" | "to_minute" | "what">): Away => ({
  uid: r.uid,
  day: r.day,
  from: r.from_minute,
  to: r.to_minute,
  what: r.what,
});

/** When nobody is at the bench from a day on, in order. @param day `2026-11-23` */
export const awayFrom = async (day: string): Promise<Away[]> =>
  (await database()("away").where("day", ">=", day).orderBy(["day", "from_minute"])).map(asAway);

const clock = (m: number) => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, "0")}`;
const told = (a: Away): string =>
  `${a.day}: ${a.to - a.from >= 1440 ? "all day" : `${clock(a.from)} to ${clock(a.to)}`}, ${a.what}`;

/**
 * Takes a calendar's times in: each event as it stands now, days it has no more are given back; events taken in from
 * elsewhere stay.
 *
 * @param take false only tells what would change
 */
export const importAway = async (away: readonly Away[], today: string, take: boolean): Promise<string[]> =>
  inTransaction(async (trx) => {
    const uids = [...new Set(away.map((a) => a.uid))];
    const held: Away[] = (
      uids.length > 0 ? await trx("away").whereIn("uid", uids).where("day", ">=", today).orderBy("day") : []
    ).map(asAway);
    const key = (a: Away) => JSON.stringify([a.uid, told(a)]);
    const [now, then] = [new Set(held.map(key)), new Set(away.map(key))];
    const fresh = away.filter((a) => !now.has(key(a)));
    const gone = held.filter((a) => !then.has(key(a)));
    if (take) {
      for (const uid of uids) await trx("away").where({ uid }).where("day", ">=", today).delete();
      for (let at = 0; at < away.length; at += 500)
        await trx("away").insert(
          away
            .slice(at, at + 500)
            .map((a) => ({ uid: a.uid, day: a.day, from_minute: a.from, to_minute: a.to, what: a.what })),
        );
    }
    return [...fresh.map((a) => `away ${told(a)}`), ...gone.map((a) => `at the bench again ${told(a)}`)];
  });

/** At the bench after all. */
export const removeAway = async (uid: string, day: string): Promise<void> => {
  await database()("away").where({ uid, day }).delete();
};
