import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entered } from "./entered";
import { whoIsHere } from "./who-is-here";

/** Something entered that the record does not have yet, or will not have. */
export interface Letter {
  /** Its place in the order in which everything on this device was entered. */
  readonly at: number;
  readonly lane: string;
  readonly entered: Entered;
  /** Who was at this device, where people sign in. */
  readonly by?: string;
  /** When it was entered, ms since 1970 by this device's clock. */
  readonly since: number;
  /** What speaks against it: that it was not taken while the record took others. */
  readonly tries: number;
  /** Why the record will not have it; null while it waits. */
  readonly refusal: { readonly field: string | null; readonly message: string } | null;
}

interface Kept extends DBSchema {
  letters: { key: number; value: Letter };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

/** Kept by the browser over a reload and a restart; one row a letter, so that two pages never write over each other. */
const database = (): Promise<IDBPDatabase<Kept>> => {
  opened ??= openDB<Kept>("tall-compass", 1, {
    upgrade: (db) => void db.createObjectStore("letters", { keyPath: "at", autoIncrement: true }),
  });
  return opened;
};

/** Where there is no such store (a browser that forbids it, a full disk) letters live as long as the page. */
const inMemory = new Map<number, Letter>();
/** Behind all that the store can number. */
let lastInMemory = 2 ** 40;
const kept = async <T>(store: (db: IDBPDatabase<Kept>) => Promise<T>, memory: () => T): Promise<T> => {
  try {
    return await store(await database());
  } catch {
    return memory();
  }
};

/** Whether anything is kept by the page alone. */
export const livesWithThePage = (): boolean => inMemory.size > 0;

/** @returns its place in the order */
export const addLetter = (lane: string, entered: Entered): Promise<number> => {
  const by = whoIsHere();
  const letter = { lane, entered, ...(by !== undefined && { by }), since: Date.now(), tries: 0, refusal: null };
  return kept(
    (db) => db.add("letters", letter as unknown as Letter),
    () => {
      lastInMemory++;
      inMemory.set(lastInMemory, { ...letter, at: lastInMemory });
      return lastInMemory;
    },
  );
};

/** All that wait or were refused, oldest first. */
export const allLetters = (): Promise<Letter[]> =>
  kept(
    // A letter that an earlier version left has no time of its own.
    async (db) => [...(await db.getAll("letters")).map((l) => ({ ...l, since: l.since ?? 0 })), ...inMemory.values()],
    () => [...inMemory.values()],
  );

export const changeLetter = async (letter: Letter): Promise<void> => {
  if (inMemory.has(letter.at)) return void inMemory.set(letter.at, letter);
  await kept(
    async (db) => void (await db.put("letters", letter)),
    () => undefined,
  );
};

export const dropLetter = async (at: number): Promise<void> => {
  if (inMemory.delete(at)) return;
  await kept(
    (db) => db.delete("letters", at),
    () => undefined,
  );
};
