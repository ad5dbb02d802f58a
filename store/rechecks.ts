import { database } from "./database";

/** Days a re-check is told after it was due. */
const OVERDUE = 60;

/** A wheel that should be looked at again. */
export interface Recheck {
  readonly wheelId: string;
  readonly mark: string;
  readonly customer: string;
  /** `2026-11-23`. */
  readonly on: string;
}

/** The next re-checks, and those overdue by no more than two months. */
export const listRechecks = async (most = 20): Promise<Recheck[]> => {
  const rows: { wheelId: string; mark: string; customer: string; on: Date | string }[] = await database()("jobs")
    .join("wheels", "wheels.id", "jobs.wheel_id")
    .join("customers", "customers.id", "wheels.customer_id")
    .whereNotNull("jobs.recheck_on")
    .whereNull("jobs.put_away_at")
    .where("jobs.recheck_on", ">=", new Date(Date.now() - OVERDUE * 86_400_000))
    .orderBy("jobs.recheck_on")
    .limit(most)
    .select("wheels.id as wheelId", "wheels.mark", "customers.name as customer", "jobs.recheck_on as on");
  return rows.map((r) => ({ ...r, on: new Date(r.on).toISOString().slice(0, 10) }));
};
