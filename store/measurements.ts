import type { Entry } from "@/core/measurement/taken";
import { changingJob, inOrder, isThere } from "./changes";
import { database } from "./database";
import type { MeasurementRow } from "./tables";
import { toldApart } from "./told-apart";

/** One figure to be put down; `seen` is the newest entry of it that whoever puts it down could see, null for none. */
export type NewEntry = Omit<Entry, "at" | "beside"> & {
  readonly jobId: string;
  readonly seen?: string | null;
};

/**
 * Append-only; the same id again changes nothing. An entry somebody else made meanwhile is not overruled in silence: the
 * new one is stored beside it, and both are told until one is chosen.
 *
 * @returns the entry it stands beside, null mostly; and how many changes the job has had
 */
export const addMeasurement = async (
  m: NewEntry,
): Promise<{ readonly beside: Entry | null; readonly changes: number }> => {
  let beside: MeasurementRow | null = null;
  const changes = await changingJob(m.jobId, async (trx, at_change) => {
    const last = await trx("measurements")
      .where({ job_id: m.jobId, name: m.name, place: m.place })
      .whereNot("role", "out")
      .whereNot("id", m.id)
      .orderBy(inOrder("measurements", "desc"))
      .first();
    const unseen = m.seen !== undefined && m.role === "new" && last && last.id !== m.seen;
    const alike = last && (m.value === null ? last.typed === m.typed : last.value === m.value);
    beside = unseen && !alike ? last : null;
    if (await isThere(trx, "measurements", m.id)) return false;
    const { id, jobId: job_id, name, place, role, typed, unit, value, method, who } = m;
    await trx("measurements").insert({
      ...{ id, job_id, name, place, role, typed, unit, value, method, who },
      beside: unseen && !alike ? last.id : null,
      at_change,
    });
    return true;
  });
  return { beside: beside && asEntry(beside), changes };
};

/** A list of figures as one change of a job that nobody else works at; they follow in the list's order. */
export const addMeasurements = (jobId: string, list: readonly Omit<NewEntry, "jobId" | "seen">[]): Promise<number> =>
  changingJob(jobId, async (trx, at_change) => {
    const rows = list.map(({ id, name, place, role, typed, unit, value, method, who }) => ({
      ...{ id, job_id: jobId, name, place, role, typed, unit, value, method, who, at_change },
    }));
    if (rows.length > 0) await trx("measurements").insert(rows);
    return rows.length > 0;
  });

const asEntry = (r: MeasurementRow): Entry => ({
  id: r.id,
  name: r.name,
  place: r.place,
  role: r.role,
  typed: r.typed,
  unit: r.unit,
  value: r.value,
  method: r.method,
  who: r.who,
  at: r.created_at.toISOString(),
  beside: r.beside,
});

/** All of a job's figures in the order taken. */
export const listMeasurements = async (jobId: string, name?: string): Promise<Entry[]> =>
  (await measurementsOf([jobId], name))(jobId);

/** The same of many jobs. */
export const measurementsOf = async (jobIds: readonly string[], name?: string): Promise<(jobId: string) => Entry[]> =>
  toldApart(
    await database()("measurements")
      .whereIn("job_id", jobIds)
      .where(name === undefined ? {} : { name })
      .orderBy(inOrder("measurements")),
    (r) => r.job_id,
    (rows) => rows.map(asEntry),
  );
