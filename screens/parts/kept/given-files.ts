import { type DBSchema, type IDBPDatabase, openDB } from "idb";

interface Shared extends DBSchema {
  files: { key: number; value: File };
}

let opened: Promise<IDBPDatabase<Shared>> | null = null;
const database = (): Promise<IDBPDatabase<Shared>> => {
  opened ??= openDB<Shared>("tall-compass-shared", 1, {
    upgrade: (db) => void db.createObjectStore("files", { autoIncrement: true }),
  });
  return opened;
};

/** Files another program gave, kept until somebody says what they belong to. */
export const keepShared = async (files: readonly File[]): Promise<void> => {
  const db = await database();
  for (const file of files) await db.add("files", file);
};

export const sharedFiles = async (): Promise<readonly File[]> => (await database()).getAll("files");

/** They are with a job now, or are not wanted. */
export const dropShared = async (): Promise<void> => (await database()).clear("files");
