import { notThere } from "@/core/wheel/bad-input";
import { database } from "../database";
import type { Person } from "./person";
import { hashOf, newToken } from "./secrets";

export interface Device {
  readonly id: string;
  readonly name: string;
  /** Who is at it now; null while it is locked. */
  readonly person: Person | null;
}

/** ms for which what a token stands for is kept in memory; what this server changes is known at once. */
const KEPT = 1500;
/** Looked up lately. Outlives the development server's reloading. */
type Lately = Map<string, { readonly until: number; readonly device: Device | null }>;
const held = globalThis as { tallCompassIn?: Lately };
const lately = (): Lately => {
  held.tallCompassIn ??= new Map();
  return held.tallCompassIn;
};

/** After any change of who is in: what is being looked up at this moment may be of before, so it is not kept either. */
export const forgetWhoIsIn = (): void => {
  held.tallCompassIn = new Map();
};

const looked = async (token: string): Promise<Device | null> => {
  const db = database();
  const row = await db("devices")
    .leftJoin("people", (j) => j.on("people.id", "devices.person_id").andOnNull("people.left_at"))
    .where("devices.token", token)
    .whereNull("devices.revoked_at")
    .first<
      { id: string; name: string; seen: Date; pid: string | null; pname: string; prole: Person["role"] } | undefined
    >(
      "devices.id as id",
      "devices.name as name",
      "devices.seen_at as seen",
      "people.id as pid",
      "people.name as pname",
      "people.role as prole",
    );
  if (!row) return null;
  // To the minute is near enough to tell when it was last seen.
  if (Date.now() - new Date(row.seen).getTime() > 60_000)
    await db("devices").where({ id: row.id }).update({ seen_at: new Date() });
  return {
    id: row.id,
    name: row.name,
    person: row.pid ? { id: row.pid, name: row.pname, role: row.prole } : null,
  };
};

/** @param secret as the device keeps it @returns null for none, or one that was shut out */
export const deviceOf = async (secret: string | undefined): Promise<Device | null> => {
  if (!secret || secret.length > 100) return null;
  const token = hashOf(secret);
  const known = lately();
  const kept = known.get(token);
  if (kept && kept.until > Date.now()) return kept.device;
  const device = await looked(token);
  // What nobody let in could fill the memory by guessing.
  if (device) known.set(token, { until: Date.now() + KEPT, device });
  return device;
};

/** @returns its id, and what it must keep and show with every request */
export const letIn = async (
  name: string,
  personId: string | null,
): Promise<{ readonly id: string; readonly token: string }> => {
  const [id, token] = [crypto.randomUUID(), newToken()];
  await database()("devices").insert({ id, name, token: hashOf(token), person_id: personId });
  return { id, token };
};

/** Who is at it from now on; null locks it. */
export const switchTo = async (id: string, personId: string | null): Promise<void> => {
  await database()("devices").where({ id }).update({ person_id: personId });
  forgetWhoIsIn();
};

export interface ListedDevice {
  readonly id: string;
  readonly name: string;
  readonly seen: string;
  readonly since: string;
  readonly person: string | null;
}

/** All that are let in, the last seen first. */
export const listDevices = async (): Promise<ListedDevice[]> =>
  (
    await database()("devices")
      .leftJoin("people", "people.id", "devices.person_id")
      .whereNull("devices.revoked_at")
      .orderBy("devices.seen_at", "desc")
      .select<{ id: string; name: string; seen: Date; since: Date; person: string | null }[]>(
        "devices.id as id",
        "devices.name as name",
        "devices.seen_at as seen",
        "devices.created_at as since",
        "people.name as person",
      )
  ).map((d) => ({ ...d, seen: new Date(d.seen).toISOString(), since: new Date(d.since).toISOString() }));

/** @throws BadInput when there is none */
export const renameDevice = async (id: string, name: string): Promise<void> => {
  if ((await database()("devices").where({ id, revoked_at: null }).update({ name })) === 0)
    throw notThere("device", "id");
  forgetWhoIsIn();
};

/** Shut out at once; the same again changes nothing. @returns its name @throws BadInput when there never was one */
export const revokeDevice = async (id: string): Promise<string> => {
  const device = await database()("devices").where({ id }).first("name");
  if (!device) throw notThere("device", "id");
  await database()("devices").where({ id, revoked_at: null }).update({ revoked_at: new Date() });
  forgetWhoIsIn();
  return device.name;
};
