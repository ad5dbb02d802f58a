import type { JobKind } from "@/core/wheel/stages";
import { database } from "./database";
import { joinWheel, lockMarks, markIsTaken, nextMark, otherWheelMarked } from "./marks";
import { StaleCopy } from "./stale-copy";
import { numberVisits } from "./visits";

export type ToleranceName = "service" | "shop" | "show" | "race" | "own";

/** A job with its wheel and customer, as the screens show it. */
export interface Job {
  readonly id: string;
  readonly kind: JobKind;
  readonly wanted: string;
  /** `2026-12-04`, or null. */
  readonly promised: string | null;
  readonly waitingFor: string | null;
  readonly waitingSince: string | null;
  readonly sideA: string;
  readonly sideB: string;
  readonly tolerance: ToleranceName;
  readonly version: number;
  /** Day a re-check is due, or null. */
  readonly recheckOn: string | null;
  readonly finishedAt: string | null;
  readonly wheelId: string;
  readonly mark: string;
  readonly machine: string;
  readonly place: "front" | "rear" | "other";
  readonly customerId: string;
  readonly customer: string;
  readonly telephone: string;
}

/** What can be altered on a job, its wheel and its customer. */
export type JobChange = Partial<
  Pick<
    Job,
    | "wanted"
    | "promised"
    | "waitingFor"
    | "waitingSince"
    | "sideA"
    | "sideB"
    | "tolerance"
    | "mark"
    | "machine"
    | "place"
    | "customer"
    | "telephone"
  >
>;

const day = (value: unknown): string | null =>
  value instanceof Date ? value.toISOString().slice(0, 10) : ((value as string | null) ?? null);

const asJob = (row: Record<string, unknown>): Job => ({
  id: row.id as string,
  kind: row.kind as JobKind,
  wanted: row.wanted as string,
  promised: day(row.promised),
  waitingFor: row.waiting_for as string | null,
  waitingSince: day(row.waiting_since),
  sideA: row.side_a as string,
  sideB: row.side_b as string,
  tolerance: row.tolerance as ToleranceName,
  version: row.version as number,
  recheckOn: day(row.recheck_on),
  finishedAt: row.finished_at instanceof Date ? row.finished_at.toISOString() : null,
  wheelId: row.wheel_id as string,
  mark: row.mark as string,
  machine: row.machine as string,
  place: row.place as Job["place"],
  customerId: row.customer_id as string,
  customer: row.customer as string,
  telephone: row.telephone as string,
});

export const jobsFrom = (rows: readonly Record<string, unknown>[]): Job[] => rows.map(asJob);

export const selectJobs = () =>
  database()("jobs")
    .join("wheels", "wheels.id", "jobs.wheel_id")
    .join("customers", "customers.id", "wheels.customer_id")
    .select(
      "jobs.*",
      "wheels.mark",
      "wheels.machine",
      "wheels.place",
      "wheels.customer_id",
      "customers.name as customer",
      "customers.telephone",
    );

export const findJob = async (id: string): Promise<Job | null> => {
  const row = await selectJobs().where("jobs.id", id).first();
  return row ? asJob(row) : null;
};

/** On the bench, promised soonest first, then those with no day; the last handed back after them. */
export const benchRows = async (most = 100): Promise<Record<string, unknown>[]> => {
  // Two questions that an index answers each; one that sorted by both kinds would read every job there ever was.
  const bench = await selectJobs()
    .whereNull("jobs.finished_at")
    .whereNot("jobs.kind", "practice")
    .orderByRaw("jobs.promised is null, jobs.promised, jobs.created_at")
    .limit(most);
  const back = await selectJobs().whereNotNull("jobs.finished_at").orderBy("jobs.finished_at", "desc").limit(20);
  return [...bench, ...back];
};

/** The practice wheels last begun. */
export const practiceRows = (most = 3): Promise<Record<string, unknown>[]> =>
  selectJobs().where("jobs.kind", "practice").orderBy("jobs.created_at", "desc").limit(most);

/** A job for a new wheel of a new customer; the same id again changes nothing. */
export const openJob = async (
  job: { readonly id: string; readonly kind: JobKind; readonly wheelId?: string } & JobChange,
): Promise<Job> => {
  await database().transaction(async (trx) => {
    // One at a time, before anything is read: sent twice at once, the second must see the first.
    await lockMarks(trx);
    if (await trx("jobs").where({ id: job.id }).first()) return;
    if (job.wheelId) {
      // A wheel that comes back: its mark, machine and customer stand, the sides keep their names.
      const before = await trx("jobs").where({ wheel_id: job.wheelId }).orderBy("created_at", "desc").first();
      await trx("jobs").insert({
        id: job.id,
        wheel_id: job.wheelId,
        kind: job.kind,
        side_a: before?.side_a ?? "brake side",
        side_b: before?.side_b ?? "other side",
        ...columns(job),
      });
      return numberVisits(trx, job.wheelId);
    }
    const customerId = crypto.randomUUID();
    const wheelId = crypto.randomUUID();
    await trx("customers").insert({ id: customerId, name: job.customer ?? "", telephone: job.telephone ?? "" });
    await trx("wheels").insert({
      id: wheelId,
      customer_id: customerId,
      mark: job.mark ?? (await nextMark(trx)),
      machine: job.machine ?? "",
      place: job.place ?? "front",
    });
    await trx("jobs").insert({ id: job.id, wheel_id: wheelId, kind: job.kind, ...columns(job) });
  });
  return (await findJob(job.id)) as Job;
};

const columns = (change: JobChange): Record<string, unknown> => {
  const out: Record<string, unknown> = {};
  const put = (key: string, value: unknown) => {
    if (value !== undefined) out[key] = value;
  };
  put("wanted", change.wanted);
  put("promised", change.promised);
  put("waiting_for", change.waitingFor);
  put("waiting_since", change.waitingSince);
  put("side_a", change.sideA);
  put("side_b", change.sideB);
  put("tolerance", change.tolerance);
  return out;
};

/**
 * @param again the same was refused and is meant: a mark that another wheel has makes this a visit of that wheel
 * @throws StaleCopy when `version` is not the stored one
 * @throws BadInput when another wheel has the mark
 */
export const changeJob = async (id: string, version: number, change: JobChange, again = false): Promise<Job> => {
  await database().transaction(async (trx) => {
    const changed = await trx("jobs")
      .where({ id, version })
      .update({ ...columns(change), version: version + 1, stages_fresh: false });
    if (changed === 0) throw new StaleCopy(await findJob(id), change);
    const { wheel_id } = await trx("jobs").where({ id }).first();
    const other = change.mark === undefined ? null : await otherWheelMarked(trx, change.mark, wheel_id);
    if (other && !again) throw markIsTaken(change.mark ?? "", other.told);
    if (other) return joinWheel(trx, id, wheel_id, other.id);
    const wheel = Object.fromEntries(
      Object.entries({ mark: change.mark, machine: change.machine, place: change.place }).filter(
        ([, v]) => v !== undefined,
      ),
    );
    if (Object.keys(wheel).length > 0) await trx("wheels").where({ id: wheel_id }).update(wheel);
    const customer = Object.fromEntries(
      Object.entries({ name: change.customer, telephone: change.telephone }).filter(([, v]) => v !== undefined),
    );
    if (Object.keys(customer).length > 0) {
      const { customer_id } = await trx("wheels").where({ id: wheel_id }).first();
      await trx("customers").where({ id: customer_id }).update(customer);
    }
  });
  return (await findJob(id)) as Job;
};

/** @param recheckOn day after which the wheel should be looked at again; null for none */
export const finishJob = async (id: string, recheckOn: string | null = null): Promise<void> => {
  await database()("jobs").where({ id }).update({ recheck_on: recheckOn });
  await database()("jobs")
    .where({ id })
    .whereNull("finished_at")
    .update({ finished_at: new Date(), stages_fresh: false });
};
