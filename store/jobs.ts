import { database } from "./database";
import { StaleCopy } from "./stale-copy";

export type JobKind = "rebuild" | "broken-spoke" | "true-only" | "check-only";
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
  finishedAt: row.finished_at instanceof Date ? row.finished_at.toISOString() : null,
  wheelId: row.wheel_id as string,
  mark: row.mark as string,
  machine: row.machine as string,
  place: row.place as Job["place"],
  customerId: row.customer_id as string,
  customer: row.customer as string,
  telephone: row.telephone as string,
});

const select = () =>
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
  const row = await select().where("jobs.id", id).first();
  return row ? asJob(row) : null;
};

/** On the bench, promised soonest first; then those with no day; handed back ones last, newest first. */
export const listJobs = async (most = 200): Promise<Job[]> => {
  const rows = await select()
    .orderByRaw(
      "jobs.finished_at is not null, jobs.promised is null, jobs.promised, jobs.finished_at desc, jobs.created_at",
    )
    .limit(most);
  return rows.map(asJob);
};

/** A job for a new wheel of a new customer; the same id again changes nothing. */
export const openJob = async (job: { readonly id: string; readonly kind: JobKind } & JobChange): Promise<Job> => {
  await database().transaction(async (trx) => {
    if (await trx("jobs").where({ id: job.id }).first()) return;
    const customerId = crypto.randomUUID();
    const wheelId = crypto.randomUUID();
    await trx("customers").insert({ id: customerId, name: job.customer ?? "", telephone: job.telephone ?? "" });
    const count = await trx("wheels").count<{ n: number }[]>("* as n");
    await trx("wheels").insert({
      id: wheelId,
      customer_id: customerId,
      mark: job.mark ?? `W${String(Number(count[0].n) + 1).padStart(3, "0")}`,
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

/** @throws StaleCopy when `version` is not the stored one */
export const changeJob = async (id: string, version: number, change: JobChange): Promise<Job> => {
  await database().transaction(async (trx) => {
    const changed = await trx("jobs")
      .where({ id, version })
      .update({ ...columns(change), version: version + 1 });
    if (changed === 0) throw new StaleCopy(await findJob(id), change);
    const { wheel_id } = await trx("jobs").where({ id }).first();
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

export const finishJob = async (id: string): Promise<void> => {
  await database()("jobs").where({ id }).whereNull("finished_at").update({ finished_at: new Date() });
};
