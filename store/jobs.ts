import type { Knex } from "knex";
import type { ToleranceName } from "@/core/runout/tolerance";
import type { WheelPlace } from "@/core/shop/machine-words";
import { notThere } from "@/core/wheel/bad-input";
import type { JobKind } from "@/core/wheel/stages";
import { changingJob, wheelChanged } from "./changes";
import { database } from "./database";
import { customerIsKnown, customerNamed, giveWheelTo } from "./known";
import { joinWheel, markIsTaken, otherWheelMarked } from "./marks";
import { oneAtATime } from "./one-at-a-time";
import { StaleCopy } from "./stale-copy";
import type { JobTableRow } from "./tables";
import { toldApart } from "./told-apart";

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
  /** Rises with every change of the job or anything of it. */
  readonly changes: number;
  /** Day a re-check is due, or null. */
  readonly recheckOn: string | null;
  readonly finishedAt: string | null;
  /** Made by mistake: nowhere counted, and can be brought back. */
  readonly putAway: boolean;
  readonly wheelId: string;
  readonly mark: string;
  readonly machine: string;
  /** Empty until somebody said. */
  readonly place: WheelPlace;
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
    | "customerId"
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
  changes: row.changes,
  recheckOn: day(row.recheck_on),
  finishedAt: row.finished_at?.toISOString() ?? null,
  putAway: row.put_away_at !== null,
  wheelId: row.wheel_id,
  mark: row.mark,
  machine: row.machine,
  place: row.place,
  customerId: row.customer_id,
  customer: row.customer,
  telephone: row.telephone,
});

const selectJobs = (db: Knex | Knex.Transaction = database()) =>
  db("jobs")
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

export const findJob = async (id: string, db?: Knex.Transaction): Promise<Job | null> => {
  const row: JobWithWheel | undefined = await selectJobs(db).where("jobs.id", id).first();
  return row ? asJob(row) : null;
};

/** Many jobs at once. */
export const jobsOf = async (ids: readonly string[]): Promise<(id: string) => Job | null> =>
  toldApart(
    await selectJobs().whereIn("jobs.id", ids),
    (r) => r.id,
    ([row]) => (row ? asJob(row) : null),
  );

/** Every job of a wheel, oldest first, and the day it came. */
export const jobsOfWheel = async (wheelId: string): Promise<(Job & { readonly opened: string })[]> =>
  (
    await selectJobs()
      .where("jobs.wheel_id", wheelId)
      .whereNull("jobs.put_away_at")
      .orderBy("jobs.created_at")
      .orderBy("jobs.id")
  ).map((row) => ({
    ...asJob(row),
    opened: row.created_at.toISOString().slice(0, 10),
  }));

const onBench = <Q extends Knex.QueryBuilder>(jobs: Q): Q =>
  jobs.whereNull("jobs.finished_at").whereNull("jobs.put_away_at").whereNot("jobs.kind", "practice") as Q;

/** How many wheels are on the bench, however few of them a list shows. */
export const countBench = async (): Promise<number> =>
  Number((await onBench(database()("jobs")).count({ n: "*" }).first())?.n ?? 0);

/** On the bench, promised soonest first, then those with no day, so many after so many; the last handed back after them. */
export const benchRows = async (most = 100, after = 0): Promise<JobWithWheel[]> => {
  // Two questions that an index answers each; one that sorted by both kinds would read every job there ever was.
  const [bench, back] = await Promise.all([
    onBench(selectJobs())
      .orderByRaw("jobs.promised is null, jobs.promised, jobs.created_at, jobs.id")
      .limit(most)
      .offset(after),
    selectJobs()
      .whereNotNull("jobs.finished_at")
      .whereNull("jobs.put_away_at")
      .orderBy("jobs.finished_at", "desc")
      .limit(20),
  ]);
  return [...bench, ...back];
};

/** The practice wheels last begun. */
export const practiceRows = (most = 3): Promise<JobWithWheel[]> =>
  selectJobs()
    .where("jobs.kind", "practice")
    .whereNull("jobs.put_away_at")
    .orderBy("jobs.created_at", "desc")
    .limit(most);

/** Other wheels of this machine that are here with it, on the bench. */
export const wheelsTogether = async ({ id, customerId, machine }: Job): Promise<Job[]> =>
  machine === ""
    ? []
    : (
        await selectJobs()
          .where("wheels.customer_id", customerId)
          .where("wheels.machine", machine)
          .whereNot("jobs.id", id)
          .whereNull("jobs.finished_at")
          .whereNull("jobs.put_away_at")
          .orderBy("jobs.created_at")
      ).map(asJob);

export const columns = (change: JobChange): Record<string, unknown> =>
  given({
    wanted: change.wanted,
    promised: change.promised,
    waiting_for: change.waitingFor,
    waiting_since: change.waitingSince,
    side_a: change.sideA,
    side_b: change.sideB,
    tolerance: change.tolerance,
  });

/** What is told of a job, its wheel and its customer, line by line. */
interface Told {
  readonly change: JobChange;
  /** How each of these lines stood for whoever changed it: other lines may have been changed meanwhile. */
  readonly seen: JobChange;
  /** The same was refused and is meant: a mark that another wheel has makes this a visit of that wheel. */
  readonly again?: boolean;
}

const ABOUT_WHEELS = ["mark", "customer", "customerId"] as const satisfies readonly (keyof JobChange)[];

/** Nothing told is none, and an empty text. */
const sameLine = (a: string | null | undefined, b: string | null | undefined): boolean => (a ?? "") === (b ?? "");

/**
 * Changes what is told of a job; told twice it stands once.
 *
 * @throws StaleCopy when one of these lines no longer stands as it was seen
 * @throws BadInput when there is no such job, or another wheel has the mark
 */
export const changeJob = async (id: string, { change, seen, again = false }: Told): Promise<Job> => {
  await changingJob(id, async (trx) => {
    // Whose it is and what it is called is looked for among all wheels.
    if (ABOUT_WHEELS.some((line) => change[line] !== undefined)) await oneAtATime(trx, "wheels");
    const stored = await findJob(id, trx);
    if (!stored) throw notThere("job", "id");
    const lines = (Object.keys(change) as (keyof JobChange)[]).filter((key) => !sameLine(change[key], stored[key]));
    if (lines.length === 0) return false;
    const meanwhile = lines.find((key) => !sameLine(seen[key], stored[key]));
    if (meanwhile)
      throw new StaleCopy(
        stored,
        change,
        `“${stored[meanwhile] ?? ""}” was put down elsewhere meanwhile and is not overruled.`,
        meanwhile,
      );
    const about = columns(change);
    if (Object.keys(about).length > 0) await trx("jobs").where({ id }).update(about);
    const wheel_id = stored.wheelId;
    const other = change.mark === undefined ? null : await otherWheelMarked(trx, change.mark, wheel_id);
    if (other && !again) throw markIsTaken(change.mark ?? "", other.told);
    if (other) {
      await joinWheel(trx, id, wheel_id, other.id);
      return true;
    }
    const wheel = given({ mark: change.mark, machine: change.machine, place: change.place });
    if (Object.keys(wheel).length > 0) await trx("wheels").where({ id: wheel_id }).update(wheel);
    const known = change.customerId
      ? { id: change.customerId }
      : change.customer === undefined
        ? null
        : await customerNamed(trx, change.customer, stored.customerId);
    if (known && "name" in known && !again) throw customerIsKnown(known);
    if (known) await giveWheelTo(trx, wheel_id, known.id);
    const customer = given({ ...(known ? {} : { name: change.customer }), telephone: change.telephone });
    if (Object.keys(customer).length > 0)
      await trx("customers")
        .where("id", trx("wheels").where({ id: wheel_id }).select("customer_id"))
        .update(customer);
    // What finds the wheel's other visits changes with it.
    if (known || Object.keys({ ...wheel, ...customer }).length > 0) await wheelChanged(wheel_id, id, trx);
    return true;
  });
  return (await findJob(id)) as Job;
};

const given = (values: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined));

/** @param recheckOn day after which the wheel should be looked at again; null for none */
export const finishJob = (id: string, recheckOn: string | null = null): Promise<number> =>
  changingJob(id, async (trx) => {
    await trx("jobs").where({ id }).update({ recheck_on: recheckOn });
    await trx("jobs").where({ id }).whereNull("finished_at").update({ finished_at: new Date() });
    return true;
  });
