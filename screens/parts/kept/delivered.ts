import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entered } from "./entered";

/** Delivered, and not yet seen in what the record answered since. */
export interface Delivered {
  readonly at: number;
  readonly lane: string;
  readonly entered: Entered;
  readonly since: number;
  /** How many changes the job had had with it; a record read at fewer does not show it. */
  readonly changes: number;
}

interface Kept extends DBSchema {
  delivered: { key: number; value: Delivered };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

/**
 * A page that was kept on this device is of an earlier moment than what was delivered since: it shows that as well, until
 * it is kept anew. By itself, so that a page of an earlier version that is open does not hold it up.
 */
const database = (): Promise<IDBPDatabase<Kept>> => {
  opened ??= openDB<Kept>("tall-compass-delivered", 1, {
    upgrade: (db) => void db.createObjectStore("delivered", { keyPath: "at" }),
  });
  return opened;
};

/** Where a browser keeps nothing a page is never older than what was delivered on it. */
const unlessForbidden = async <T>(work: (db: IDBPDatabase<Kept>) => Promise<T>, otherwise: T): Promise<T> => {
  try {
    return await work(await database());
  } catch {
    return otherwise;
  }
};

export const keepDelivered = (delivered: Delivered): Promise<void> =>
  unlessForbidden(async (db) => void (await db.put("delivered", delivered)), undefined);

export const keptDelivered = (): Promise<readonly Delivered[]> =>
  unlessForbidden((db) => db.getAll("delivered"), [] as readonly Delivered[]);

/** Every page of a job that is kept shows it as it was with so many changes. */
export const dropDelivered = (lane: string, changes: number): Promise<void> =>
  unlessForbidden(async (db) => {
    for (const d of await db.getAll("delivered"))
      if (d.lane === lane && d.changes <= changes) await db.delete("delivered", d.at);
  }, undefined);
