import { notThere } from "@/core/wheel/bad-input";
import { database } from "./database";
import { hashOf, newToken } from "./sign-in/secrets";

/** That a customer has an address of their wheel; the address itself is told once, when it is made. */
export interface CustomerLink {
  readonly madeBy: string;
  readonly since: string;
}

/** Makes an address for whoever's wheel it is; one made before opens nothing any more. @returns what opens it @throws BadInput */
export const makeCustomerLink = async (wheelId: string, madeBy: string): Promise<string> => {
  const wheel = await database()("wheels").where({ id: wheelId }).first("customer_id");
  if (!wheel) throw notThere("wheel", "id");
  const token = newToken();
  await database()("customer_links")
    .insert({
      ...{ wheel_id: wheelId, customer_id: wheel.customer_id, token: hashOf(token) },
      ...{ made_by: madeBy, created_at: new Date() },
    })
    .onConflict("wheel_id")
    .merge();
  return token;
};

/** The same again changes nothing. */
export const dropCustomerLink = async (wheelId: string): Promise<void> => {
  await database()("customer_links").where({ wheel_id: wheelId }).delete();
};

/** Of a wheel that is still whose it was. */
const standing = () =>
  database()("customer_links").join("wheels", (j) =>
    j.on("wheels.id", "customer_links.wheel_id").andOn("wheels.customer_id", "customer_links.customer_id"),
  );

/** @returns null where the customer has none @throws BadInput when there is no such wheel */
export const customerLinkOf = async (wheelId: string): Promise<CustomerLink | null> => {
  if (!(await database()("wheels").where({ id: wheelId }).first("id"))) throw notThere("wheel", "id");
  const row: { madeBy: string; since: Date } | undefined = await standing()
    .where("customer_links.wheel_id", wheelId)
    .first("customer_links.made_by as madeBy", "customer_links.created_at as since");
  return row ? { madeBy: row.madeBy, since: new Date(row.since).toISOString() } : null;
};

/** Which wheel an address shows; null for one that was never made, or opens nothing any more. */
export const wheelOfLink = async (token: string): Promise<string | null> => {
  if (token.length > 100) return null;
  const row: { id: string } | undefined = await standing()
    .where("customer_links.token", hashOf(token))
    .first("wheels.id as id");
  return row?.id ?? null;
};
