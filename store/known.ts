import type { Knex } from "knex";
import type { EarlierWheel, KnownCustomer } from "@/core/shop/known";
import type { WheelPlace } from "@/core/shop/machine-words";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { changingJob, wheelChanged } from "./changes";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { oneAtATime } from "./one-at-a-time";

const literal = (typed: string) => typed.replace(/[%_\\]/g, "\\$&");
/** Beginning with it, or having it anywhere. */
const WAYS = [(typed: string) => `${literal(typed)}%`, (typed: string) => `%${literal(typed)}%`] as const;

/** Customers looked at more closely: of a hundred thousand, so many that have two letters are as good as all. */
const MOST_LOOKED_AT = 60;

/** Ids of customers whose name or telephone has what was typed, those that begin so first; by an index alone. */
const customersWith = async (typed: string): Promise<string[]> => {
  const found = new Set<string>();
  for (const way of WAYS)
    for (const column of ["name", "telephone"] as const)
      if (found.size < MOST_LOOKED_AT)
        for (const id of await database()("customers")
          .whereNot("name", "")
          .where(column, "like", way(typed))
          .limit(MOST_LOOKED_AT)
          .pluck("id"))
          found.add(id);
  return [...found].slice(0, MOST_LOOKED_AT);
};

/** Customers whose name or telephone has what was typed, those with most wheels first. */
export const knownCustomers = async (typed: string, most = 6): Promise<KnownCustomer[]> =>
  (
    await database()("customers")
      .join("wheels", "wheels.customer_id", "customers.id")
      .whereIn("customers.id", await customersWith(typed))
      .groupBy("customers.id", "customers.name", "customers.telephone")
      .orderByRaw("count(*) desc, customers.name")
      .limit(most)
      .select("customers.id", "customers.name", "customers.telephone")
      .count({ wheels: "*" })
  ).map((r) => ({ ...r, wheels: Number(r.wheels) }) as KnownCustomer);

/** Machines that were here, the most frequent first. */
export const knownMachines = async (typed: string, most = 6): Promise<string[]> => {
  const db = database();
  // Each machine there is, from the index; then how often it was here, of few.
  const kinds: string[] = await db("wheels")
    .whereNot("machine", "")
    .where("machine", "like", WAYS[1](typed))
    .distinct("machine")
    .limit(MOST_LOOKED_AT)
    .pluck("machine");
  const often = await Promise.all(
    kinds.map(async (machine) => ({
      machine,
      wheels: Number(
        (await db.from(db("wheels").where({ machine }).select("id").limit(MANY).as("some")).count({ n: "*" }).first())
          ?.n,
      ),
    })),
  );
  return often
    .sort((a, b) => b.wheels - a.wheels || a.machine.localeCompare(b.machine))
    .slice(0, most)
    .map(({ machine }) => machine);
};
/** Wheels of a machine beyond which one more makes it no more frequent. */
const MANY = 500;

/** Another customer of that name; null for none. */
export const customerNamed = async (
  db: Knex.Transaction,
  name: string,
  butId: string,
): Promise<KnownCustomer | null> => {
  if (name.trim() === "") return null;
  const row = await db("customers").where({ name }).whereNot("id", butId).first("id", "name", "telephone");
  if (!row) return null;
  const [{ n }] = await db("wheels").where({ customer_id: row.id }).count({ n: "*" });
  return { ...row, wheels: Number(n) };
};

export const customerIsKnown = ({ name, telephone, wheels }: KnownCustomer): BadInput =>
  new BadInput(
    "customer",
    `“${name}” is known here${telephone ? `, ${telephone}` : ""}, with ${wheels} ${wheels === 1 ? "wheel" : "wheels"}. Take it once more and this wheel is theirs as well; add something to the name and they are two.`,
    { code: "stands-against", what: "customer" },
  );

/** A wheel is this customer's; the one it had goes where no other wheel is theirs. */
export const giveWheelTo = async (trx: Knex.Transaction, wheelId: string, customerId: string): Promise<void> => {
  const was = (await trx("wheels").where({ id: wheelId }).first("customer_id"))?.customer_id ?? "";
  if (was === customerId) return;
  await trx("wheels").where({ id: wheelId }).update({ customer_id: customerId });
  if (!(await trx("wheels").where({ customer_id: was }).first("id")))
    await trx("customers").where({ id: was }).delete();
};

/**
 * Two customers are one: the wheels of the one become the other's, and it goes.
 *
 * @throws BadInput when there is no such customer
 */
export const putTogether = (id: string, into: string): Promise<void> =>
  inTransaction(async (trx) => {
    if (id === into) return;
    await oneAtATime(trx, "wheels");
    const kept = await trx("customers").where({ id: into }).forUpdate().first();
    if (!kept) throw notThere("customer", "into");
    const gone = await trx("customers").where({ id }).forUpdate().first();
    // Sent twice it was done the first time.
    if (!gone) return;
    const wheels = await trx("wheels").where({ customer_id: id }).pluck("id");
    for (const wheel of wheels) {
      await trx("wheels").where({ id: wheel }).update({ customer_id: into });
      await wheelChanged(wheel, "", trx);
    }
    if (kept.telephone === "" && gone.telephone !== "")
      await trx("customers").where({ id: into }).update({ telephone: gone.telephone });
    await trx("customers").where({ id }).delete();
  });

/** Customers that may be this one written otherwise: the same telephone, or a name that is part of the other. */
export const alikeCustomers = async (id: string, most = 6): Promise<KnownCustomer[]> => {
  const own = await database()("customers").where({ id }).first("name", "telephone");
  if (!own) return [];
  const words = own.name.split(/\s+/).filter((w) => w.length > 2);
  const candidates = await Promise.all(
    [own.telephone, ...words].filter((w) => w !== "").map((w) => knownCustomers(w, 20)),
  );
  const digits = (telephone: string) => telephone.replace(/\D/g, "");
  const letters = (name: string) => name.toLowerCase().replace(/[^\p{L}]/gu, "");
  const seen = new Set([id]);
  return candidates
    .flat()
    .filter((c) => !seen.has(c.id) && seen.add(c.id))
    .filter(
      (c) =>
        (own.telephone !== "" && digits(c.telephone) === digits(own.telephone)) ||
        letters(c.name).includes(letters(own.name)) ||
        letters(own.name).includes(letters(c.name)),
    )
    .slice(0, most);
};

interface OfMachine {
  readonly jobId: string;
  readonly wheelId: string;
  readonly machine: string;
  readonly place: WheelPlace;
}

/** Wheels of a machine up to which all of them are looked at; of more, those of the newest jobs are enough. */
const FEW_WHEELS = 500;
const NEWEST_JOBS = 3000;
/** Jobs looked into for figures worth carrying. */
const LOOKED_INTO = 12;

interface OtherJob {
  readonly jobId: string;
  readonly wheelId: string;
  readonly mark: string;
  readonly place: WheelPlace;
  readonly at: Date;
}

/**
 * Other jobs of the shop whose figures may be carried over, newest first.
 *
 * @param from which of them, in a few thousand rows at most; told by what one index holds, or all jobs would be gone through
 */
const otherJobs = (
  jobId: string,
  from: Knex.QueryBuilder,
  of: Partial<Pick<OfMachine, "machine" | "place">> = {},
): Promise<OtherJob[]> =>
  database()
    .from(from.select("id", "wheel_id", "created_at").as("newest"))
    .join("wheels", "wheels.id", "newest.wheel_id")
    .join("jobs", "jobs.id", "newest.id")
    .whereNot("jobs.kind", "practice")
    .whereNull("jobs.put_away_at")
    .whereNot("jobs.id", jobId)
    .where(of)
    .orderBy("newest.created_at", "desc")
    .limit(LOOKED_INTO)
    .select("jobs.id as jobId", "wheels.id as wheelId", "wheels.mark", "wheels.place", "newest.created_at as at");

/** The newest other jobs on this wheel, then on others of the same machine and place. */
const likelyJobs = async ({ jobId, wheelId, machine, place }: OfMachine): Promise<OtherJob[]> => {
  const db = database();
  const own = await otherJobs(jobId, db("jobs").where({ wheel_id: wheelId }));
  if (machine === "" || own.length === LOOKED_INTO) return own;
  const wheels: string[] = await db("wheels")
    .where({ machine, place })
    .whereNot("id", wheelId)
    .limit(FEW_WHEELS)
    .pluck("id");
  const others =
    wheels.length < FEW_WHEELS
      ? await otherJobs(jobId, db("jobs").whereIn("wheel_id", wheels))
      : await otherJobs(jobId, db("jobs").orderBy("created_at", "desc").limit(NEWEST_JOBS), { machine, place });
  return [...own, ...others].slice(0, LOOKED_INTO);
};

/** The newest other job on this wheel, else on one of the same machine and place, that has figures worth carrying. */
export const earlierWheel = async (of: OfMachine, names: (name: string) => boolean): Promise<EarlierWheel | null> => {
  const rows = await likelyJobs(of);
  for (const row of rows) {
    const taken: string[] = await database()("measurements").where({ job_id: row.jobId }).distinct().pluck("name");
    const figures = taken.filter(names).length;
    if (figures >= LEAST)
      return {
        jobId: row.jobId,
        mark: row.mark,
        place: row.place,
        day: new Date(row.at).toISOString().slice(0, 10),
        same: row.wheelId === of.wheelId,
        figures,
      };
  }
  return null;
};
/** Figures fewer than which are not worth offering. */
const LEAST = 4;

/** A figure to be put down as it stood on another job. */
export interface CarriedFigure {
  readonly id: string;
  readonly name: string;
  readonly place: number;
  readonly typed: string;
  readonly unit: string;
  readonly value: number | null;
  readonly method: string;
}

/** Puts figures down that nobody took here yet. @returns how many changes the job has had */
export const carryFigures = (jobId: string, figures: readonly CarriedFigure[], who: string): Promise<number> =>
  changingJob(jobId, async (trx, at_change) => {
    const held = new Set<string>(await trx("measurements").where({ job_id: jobId }).distinct().pluck("name"));
    const fresh = figures.filter((f) => !held.has(f.name));
    if (fresh.length > 0)
      await trx("measurements").insert(
        fresh.map((f) => ({ ...f, job_id: jobId, role: "new" as const, who, beside: null, at_change })),
      );
    return fresh.length > 0;
  });
