import type { Knex } from "knex";
import { openDatabase } from "./database";
import { nameIn, withName } from "./record-address";

/** Databases that stand beside the shop's own for a while: a copy looked into, one tried out, the shop that was. */
export type Beside = "beside" | "tryout" | "away";

/** The name of one beside; the shop's own database says whose. */
export const besideName = (url: string, which: Beside): string => `${nameIn(url)}_${which}`;

export const besideUrl = (url: string, which: Beside): string => withName(url, besideName(url, which));

const quoted = (name: string): string => `\`${name.replaceAll("`", "``")}\``;

/** @throws with what to do where the database's user may not */
export const makeBeside = async (db: Knex, url: string, which: Beside): Promise<void> => {
  const name = besideName(url, which);
  try {
    await db.raw(`drop database if exists ${quoted(name)}`);
    await db.raw(`create database ${quoted(name)} character set utf8mb4 collate utf8mb4_unicode_ci`);
  } catch (error) {
    if (!(error instanceof Error && "errno" in error && [1044, 1045, 1142, 1227].includes(Number(error.errno))))
      throw error;
    throw new Error(
      `the database's user may make none beside the shop's own; allow it with: GRANT ALL ON \`${nameIn(url)}%\`.* TO that user`,
    );
  }
};

export const dropBeside = async (db: Knex, url: string, which: Beside): Promise<void> => {
  await db.raw(`drop database if exists ${quoted(besideName(url, which))}`);
};

const tablesOf = async (db: Knex, name: string): Promise<string[]> => {
  const [rows] = await db.raw(
    "select table_name as name from information_schema.tables where table_schema = ? and table_type = 'BASE TABLE' order by table_name",
    [name],
  );
  return (rows as { name: string }[]).map((r) => r.name);
};

/**
 * What belongs to this machine and not to the record: who may come in, and what they did; what is plugged into it, and what
 * two devices say to one another. It goes into no copy, and stays when one is put back, or a device that was shut out would be
 * in again.
 */
export const OF_THE_MACHINE = [
  ...["people", "devices", "pairings", "tries", "deeds"],
  ...["cable_gauges", "ear_words", "leases"],
] as const;

const ofTheRecord = async (db: Knex, name: string): Promise<string[]> => {
  const own: readonly string[] = OF_THE_MACHINE;
  return (await tablesOf(db, name)).filter((t) => !own.includes(t));
};

const move = (tables: readonly string[], from: string, to: string): string[] =>
  tables.map((t) => `${quoted(from)}.${quoted(t)} to ${quoted(to)}.${quoted(t)}`);

/**
 * Puts what stands beside in the shop's place, and the shop away: one statement, all of it or nothing, whenever the
 * database is cut off.
 */
export const swapIn = async (db: Knex, url: string): Promise<void> => {
  const [own, beside, away] = [nameIn(url), besideName(url, "beside"), besideName(url, "away")];
  if (!(await tablesOf(db, beside)).includes("jobs"))
    throw new Error("what was looked into is not there any more; look into that copy once more. Nothing was changed");
  await makeBeside(db, url, "away");
  const steps = [...move(await ofTheRecord(db, own), own, away), ...move(await ofTheRecord(db, beside), beside, own)];
  await db.raw(`rename table ${steps.join(", ")}`);
};

/** What a program that was cut off left beside goes; a shop that stands away alone comes back. */
export const tidyBeside = async (url: string): Promise<void> => {
  const db = openDatabase(url);
  try {
    const [own, away] = [nameIn(url), besideName(url, "away")];
    const there = await ofTheRecord(db, away);
    if (there.includes("jobs") && !(await tablesOf(db, own)).includes("jobs"))
      await db.raw(`rename table ${move(there, away, own).join(", ")}`);
    for (const which of ["beside", "tryout", "away"] as const)
      if (
        (await db.raw("select 1 from information_schema.schemata where schema_name = ?", [besideName(url, which)]))[0]
          .length > 0
      )
        await dropBeside(db, url, which);
  } finally {
    await db.destroy();
  }
};
