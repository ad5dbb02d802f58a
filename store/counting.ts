import type { Knex } from "knex";
import { database } from "./database";

/** Whether a wheel of the shop's own was ever booked in: from then on the invented workshop counts nowhere. */
export const shopHasOwn = async (): Promise<boolean> =>
  (await database()("jobs").where({ demo: false, put_away_at: null }).whereNot("kind", "practice").first("id")) !==
  undefined;

/** Only jobs that count in the shop's figures; for `modify`. */
export const counting =
  (own: boolean) =>
  (jobs: Knex.QueryBuilder): void => {
    jobs.whereNull("jobs.put_away_at");
    if (own) jobs.where("jobs.demo", false);
  };
