import type { ToleranceName } from "@/core/runout/tolerance";
import type { JobKind } from "@/core/wheel/stages";
import { jobChanged, wheelChanged } from "./changes";
import { database } from "./database";
import { joinWheel, lockMarks, markIsTaken, nextMark, otherWheelMarked } from "./marks";
import { StaleCopy } from "./stale-copy";
import type { JobTableRow } from "./tables";
import { numberVisits } from "./visits";

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
  /** Rises with every change of the job or anything of it. */
  readonly changes: number;
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

const day = (value: Date | string | null): string | null =>
  value instanceof Date ? value.toISOString().slice(0, 10) : value;

/** A job's row with its wheel's and customer's. */
export interface JobWithWheel extends JobTableRow {
  mark: string;
  machine: string;
  place: Job["place"];
  customer_id: string;
  customer: string;
  telephone: string;
}

export const asJob = (row: JobWithWheel): Job => ({
  id: row.id,
  kind: row.kind,
  wanted: row.wanted,
  promised: day(row.promised),
  waitingFor: row.waiting_for,
  waitingSince: day(row.waiting_since),
  sideA: row.side_a,
  sideB: row.side_b,
  tolerance: row.tolerance,
  version: row.version,
  changes: row.changes,
  recheckOn: day(row.recheck_on),
  finishedAt: row.finished_at?.toISOString() ?? null,
  wheelId: row.wheel_id,
  mark: row.mark,
  machine: row.machine,
  place: row.place,
  customerId: row.customer_id,
  customer: row.customer,
  telephone: row.telephone,
});

const selectJobs = () =>
  database()("jobs")
    .join("wheels", "wheels.id", "jobs.wheel_id")
    .join("customers", "customers.id", "wheels.customer_id")
    .select<JobWithWheel[]>(
      "jobs.*",
      "wheels.mark",
      "wheels.machine",
      "wheels.place",
      "wheels.customer_id",
      "customers.name as customer",
      "customers.telephone",
    );

export const findJob = async (id: string): Promise<Job | null> => {
  const row: JobWithWheel | undefined = await selectJobs().where("jobs.id", id).first();
  return row ? asJob(row) : null;
};

/** Every job of a wheel, oldest first, and the day it came. */
export const jobsOfWheel = async (wheelId: string): Promise<(Job & { readonly opened: string })[]> =>
  (await selectJobs().where("jobs.wheel_id", wheelId).orderBy("jobs.created_at").orderBy("jobs.id")).map((row) => ({
    ...asJob(row),
    opened: row.created_at.toISOString().slice(0, 10),
  }));

/** On the bench, promised soonest first, then those with no day; the last handed back after them. */
export const benchRows = async (most = 100): Promise<JobWithWheel[]> => {
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
export const practiceRows = (most = 3): Promise<JobWithWheel[]> =>
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

const columns = (change: JobChange): Record<string, unknown> =>
  given({
    wanted: change.wanted,
    promised: change.promised,
    waiting_for: change.waitingFor,
    waiting_since: change.waitingSince,
    side_a: change.sideA,
    side_b: change.sideB,
    tolerance: change.tolerance,
  });

/**
 * @param again the same was refused and is meant: a mark that another wheel has makes this a visit of that wheel
 * @throws StaleCopy when `version` is not the stored one
 * @throws BadInput when another wheel has the mark
 */
export const changeJob = async (id: string, version: number, change: JobChange, again = false): Promise<Job> => {
  await database().transaction(async (trx) => {
    const changed: number = await trx("jobs")
      .where({ id, version })
      .update({ ...columns(change), version: version + 1 });
    if (changed === 0) throw new StaleCopy(await findJob(id), change);
    await jobChanged(id, trx);
    const { wheel_id } = (await trx("jobs").where({ id }).first("wheel_id")) as { wheel_id: string };
    const other = change.mark === undefined ? null : await otherWheelMarked(trx, change.mark, wheel_id);
    if (other && !again) throw markIsTaken(change.mark ?? "", other.told);
    if (other) return joinWheel(trx, id, wheel_id, other.id);
    const wheel = given({ mark: change.mark, machine: change.machine, place: change.place });
    if (Object.keys(wheel).length > 0) await trx("wheels").where({ id: wheel_id }).update(wheel);
    const customer = given({ name: change.customer, telephone: change.telephone });
    if (Object.keys(customer).length > 0)
      await trx("customers")
        .where("id", trx("wheels").where({ id: wheel_id }).select("customer_id"))
        .update(customer);
    // What finds the wheel's other visits changes with it.
    if (Object.keys({ ...wheel, ...customer }).length > 0) await wheelChanged(wheel_id, id, trx);
  });
  return (await findJob(id)) as Job;
};

const given = (values: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined));

/** @param recheckOn day after which the wheel should be looked at again; null for none */
export const finishJob = async (id: string, recheckOn: string | null = null): Promise<number> => {
  await database()("jobs").where({ id }).update({ recheck_on: recheckOn });
  await database()("jobs").where({ id }).whereNull("finished_at").update({ finished_at: new Date() });
  return jobChanged(id);
};
