import type { Entry } from "@/core/measurement/taken";
import { database } from "./database";
import { touchJob } from "./touch";

/** One figure to be put down; `seen` is the newest entry of it that whoever puts it down could see, null for none. */
export type NewEntry = Omit<Entry, "at" | "beside"> & {
  readonly jobId: string;
  readonly seen?: string | null;
};

/**
 * Append-only; the same id again changes nothing. An entry somebody else made meanwhile is not overruled in silence: the
 * new one is stored beside it, and both are told until one is chosen.
 *
 * @returns the entry it stands beside, null mostly
 */
export const addMeasurement = async (m: NewEntry): Promise<Entry | null> =>
  database().transaction(async (trx) => {
    if (m.seen !== undefined && m.role === "new") {
      // Two tablets at once must see each other: the job's row is the one thing both can hold.
      await trx("jobs").where({ id: m.jobId }).forUpdate().first();
    }
    const last = await trx("measurements")
      .where({ job_id: m.jobId, name: m.name, place: m.place })
      .whereNot("role", "out")
      .whereNot("id", m.id)
      .orderBy("order", "desc")
      .first();
    const unseen = m.seen !== undefined && m.role === "new" && last && last.id !== m.seen && last.id !== m.id;
    const alike = last && (m.value === null ? last.typed === m.typed : last.value === m.value);
    const beside = unseen && !alike ? last : null;
    await touchJob(m.jobId, trx);
    await trx("measurements")
      .insert({
        id: m.id,
        job_id: m.jobId,
        name: m.name,
        place: m.place,
        role: m.role,
        typed: m.typed,
        unit: m.unit,
        value: m.value,
        method: m.method,
        who: m.who,
        beside: beside?.id ?? null,
      })
      .onConflict("id")
      .merge(["id"]);
    return beside ? asEntry(beside) : null;
  });

const asEntry = (r: Record<string, unknown>): Entry => ({
  id: r.id as string,
  name: r.name as string,
  place: r.place as number,
  role: r.role as Entry["role"],
  typed: r.typed as string,
  unit: r.unit as string,
  value: r.value as number | null,
  method: r.method as string,
  who: r.who as string,
  at: new Date(r.created_at as Date).toISOString(),
  beside: r.beside as string | null,
});

/** All of a job's figures in the order taken. */
export const listMeasurements = async (jobId: string): Promise<Entry[]> =>
  (await database()("measurements").where({ job_id: jobId }).orderBy("order")).map(asEntry);
