import { database } from "./database";

export interface CustomerLine {
  readonly customer: string;
  readonly telephone: string;
  readonly mark: string;
  readonly machine: string;
  readonly visits: number;
}

/** Every wheel with its customer, by name. */
export const listCustomers = async (): Promise<CustomerLine[]> =>
  (
    await database()("customers")
      .join("wheels", "wheels.customer_id", "customers.id")
      .leftJoin("jobs", "jobs.wheel_id", "wheels.id")
      .groupBy("wheels.id", "customers.name", "customers.telephone", "wheels.mark", "wheels.machine")
      .orderBy(["customers.name", "wheels.mark"])
      .select("customers.name as customer", "customers.telephone", "wheels.mark", "wheels.machine")
      .count({ visits: "jobs.id" })
  ).map((r) => ({ ...r, visits: Number(r.visits) }) as CustomerLine);
