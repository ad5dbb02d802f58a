import type { CustomerLine } from "@/core/shop/list-lines";
import type { WheelPlace } from "@/core/shop/machine-words";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { oneAtATime } from "./one-at-a-time";
import { toldApart } from "./told-apart";

type ListedWheel = CustomerLine & { readonly visits: number };

/** Customers asked for at a time: what is sent meanwhile is sent, and other requests come in between. */
const PAGE = 1000;

/** Every wheel with its customer, by name, a page at a time: however many there are, only one page is held. */
export async function* listCustomers(): AsyncGenerator<readonly ListedWheel[]> {
  const db = database();
  let last: { readonly id: string; readonly name: string } | null = null;
  for (;;) {
    const after: { readonly id: string; readonly name: string } | null = last;
    // From where the last page ended, in the order of an index.
    const customers: { id: string; name: string; telephone: string }[] = await db("customers")
      .modify((q) => {
        if (after)
          q.where((of) =>
            of.where("name", ">", after.name).orWhere({ name: after.name }).where("id", ">", after.id),
          ).where("name", ">=", after.name);
      })
      .orderBy(["name", "id"])
      .limit(PAGE)
      .select("id", "name", "telephone");
    const wheelsOf = toldApart(
      await db("wheels")
        .leftJoin("jobs", (on) => on.on("jobs.wheel_id", "wheels.id").onNull("jobs.put_away_at"))
        .whereIn(
          "wheels.customer_id",
          customers.map((c) => c.id),
        )
        .groupBy("wheels.id", "wheels.customer_id", "wheels.mark", "wheels.machine")
        .orderBy("wheels.mark")
        .select("wheels.customer_id as of", "wheels.mark", "wheels.machine")
        .count({ visits: "jobs.id" }),
      (r) => String(r.of),
      (rows) => rows.map((r) => ({ mark: String(r.mark), machine: String(r.machine), visits: Number(r.visits) })),
    );
    yield customers.flatMap(({ id, name: customer, telephone }) =>
      wheelsOf(id).map((wheel) => ({ customer, telephone, ...wheel })),
    );
    if (customers.length < PAGE) return;
    last = customers[customers.length - 1];
  }
}

/** What a list of customers would change, in words; with `take` it is done, all of it or none. */
export const importCustomers = async (lines: readonly CustomerLine[], take: boolean): Promise<string[]> =>
  inTransaction(async (trx) => {
    if (take) await oneAtATime(trx, "wheels");
    const changes: string[] = [];
    for (const line of lines) {
      const wheel = await trx("wheels").where({ mark: line.mark }).first();
      const owner = wheel && (await trx("customers").where({ id: wheel.customer_id }).first());
      if (wheel && owner) {
        const said = (what: string, was: string, is: string) => {
          if (was !== is) changes.push(`${line.mark}: ${what} “${was}” becomes “${is}”`);
        };
        said("customer", owner.name, line.customer);
        said("telephone", owner.telephone, line.telephone);
        said("machine", wheel.machine, line.machine);
        if (!take) continue;
        await trx("customers").where({ id: owner.id }).update({ name: line.customer, telephone: line.telephone });
        await trx("wheels").where({ id: wheel.id }).update({ machine: line.machine });
        continue;
      }
      const known = await trx("customers").where({ name: line.customer, telephone: line.telephone }).first();
      changes.push(`${line.mark}: new wheel of ${line.customer}${known ? "" : ", a new customer"}`);
      if (!take) continue;
      const customerId = known?.id ?? crypto.randomUUID();
      if (!known) await trx("customers").insert({ id: customerId, name: line.customer, telephone: line.telephone });
      await trx("wheels").insert({
        id: crypto.randomUUID(),
        customer_id: customerId,
        mark: line.mark,
        machine: line.machine,
      });
    }
    return changes;
  });

/** A customer's wheels with how often each was here; null when there is no such customer. */
export const customerWheels = async (customerId: string) => {
  const customer = await database()("customers").where({ id: customerId }).first();
  if (!customer) return null;
  const wheels: { id: string; mark: string; machine: string; place: WheelPlace; visits: number; last: Date | null }[] =
    await database()("wheels")
      .leftJoin("jobs", (on) => on.on("jobs.wheel_id", "wheels.id").onNull("jobs.put_away_at"))
      .where({ customer_id: customerId })
      .groupBy("wheels.id", "wheels.mark", "wheels.machine", "wheels.place")
      .select("wheels.id", "wheels.mark", "wheels.machine", "wheels.place")
      .count({ visits: "jobs.id" })
      .max({ last: "jobs.created_at" });
  return {
    name: customer.name,
    telephone: customer.telephone,
    wheels: wheels.map((w) => ({ ...w, visits: Number(w.visits), last: w.last?.toISOString().slice(0, 10) ?? null })),
  };
};
