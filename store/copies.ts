import { accessSync, constants, existsSync, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { join, resolve } from "node:path";
import {
  type CopyUnderWay,
  copiesToDrop,
  copyName,
  namedCopy,
  readCopyName,
  type ShopCopies,
  type ShopCopy,
} from "@/core/shop/copies";
import { tryOutDue } from "@/core/shop/restore";
import { noRoomFor } from "@/core/shop/room";
import { BadInput } from "@/core/wheel/bad-input";
import { database } from "./database";
import { dumpShop } from "./dump";
import { environment } from "./environment";
import { roomIn } from "./room";
import { readSettings } from "./settings";
import { lastTriedOut, tryOut } from "./try-out";

/** Where nobody chose: beside the database, so that it is on no other disk. */
const usualFolder = (): string => join(/* turbopackIgnore: true */ environment().TALL_COMPASS_DATA, "copies");

/** The folder copies are kept in, made where it is not there. @throws BadInput where nothing can be written there */
const folderOf = (told: string): string => {
  // Another shop's copies lie in a folder of the same machine.
  if (told !== "" && environment().TALL_COMPASS_SHOP !== undefined)
    throw new BadInput(
      "copiesFolder",
      "this shop is one of several on its machine, and its copies are kept where it keeps them; leave this empty",
      { code: "stands-against", what: "copiesFolder" },
    );
  const folder = resolve(/* turbopackIgnore: true */ told || usualFolder());
  try {
    // Folder by folder only in the project's own place: made so under /proc, Node never comes back.
    if (!existsSync(folder)) mkdirSync(folder, { recursive: told === "" });
    accessSync(folder, constants.W_OK);
    return folder;
  } catch (error) {
    throw new BadInput(
      "copiesFolder",
      `nothing can be written to ${folder} (${error instanceof Error ? error.message : error}); name a folder of this machine that can be written to`,
      { code: "unreadable" },
    );
  }
};

/** @throws BadInput where nothing can be written there */
export const checkCopiesFolder = (told: string): void => void folderOf(told);

const copiesIn = (folder: string): ShopCopy[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .flatMap((name) => {
          const said = readCopyName(name);
          return said ? [{ name, ...said, bytes: statSync(join(folder, name)).size }] : [];
        })
        .sort((a, b) => (a.day < b.day || (a.day === b.day && a.name < b.name) ? 1 : -1))
    : [];

const daily = (copies: readonly ShopCopy[]): ShopCopy[] => copies.filter((c) => c.kind === "daily");

/** What this process makes now; one at a time. */
let underWay: CopyUnderWay | null = null;
let failed: string | null = null;

/** Bytes the tables hold, about: pictures are written out as text, two letters a byte. */
const aboutBytes = async (): Promise<number> => {
  const [rows] = await database().raw(
    "select table_name as name, data_length as bytes from information_schema.tables where table_schema = database()",
  );
  return (rows as { name: string; bytes: number }[]).reduce(
    (sum, { name, bytes }) => sum + Number(bytes) * (name === "photos" ? 2 : 1),
    0,
  );
};

/**
 * Makes today's copy, or makes it anew, and drops what is past keeping.
 *
 * @param day `2026-11-23`
 * @throws BadInput where it cannot be written; the copies that are there stay
 */
export const makeCopy = async (day: string): Promise<void> => {
  if (underWay) return;
  underWay = { bytes: 0, about: 0 };
  try {
    const { DATABASE_URL: url = "" } = environment();
    const folder = folderOf((await readSettings()).copiesFolder);
    const about = await aboutBytes();
    // Packed it takes less; a copy that fills the disk would stop the shop.
    const full = noRoomFor(roomIn(folder), about / 2);
    if (full) throw new BadInput("copiesFolder", full, { code: "unreadable" });
    await dumpShop(url, join(/* turbopackIgnore: true */ folder, copyName(day)), (bytes) => {
      underWay = { bytes, about: Math.max(about, bytes) };
    });
    for (const old of copiesToDrop(daily(copiesIn(folder)).map((c) => c.day)))
      rmSync(join(/* turbopackIgnore: true */ folder, copyName(old)), { force: true });
    failed = null;
  } catch (error) {
    failed = error instanceof Error ? error.message : String(error);
    throw error;
  } finally {
    underWay = null;
  }
};

export const shopCopies = async (): Promise<ShopCopies> => {
  const folder = resolve(/* turbopackIgnore: true */ (await readSettings()).copiesFolder || usualFolder());
  return { folder, copies: copiesIn(folder), underWay, failed, tried: await lastTriedOut() };
};

/** The file a copy of this kind is to be written to, now. */
export const fileForCopy = async (kind: "before" | "given"): Promise<string> =>
  join(
    /* turbopackIgnore: true */ folderOf((await readSettings()).copiesFolder),
    namedCopy(kind, new Date().toISOString()),
  );

/** Tries the newest daily copy out, where that is due: it must come up as a shop, beside the shop's own. */
export const tryOutIfDue = async (today: string): Promise<void> => {
  const { copies, tried } = await shopCopies();
  const newest = daily(copies)[0]?.name ?? null;
  if (newest !== null && tryOutDue(tried, newest, today)) await tryOut((await copyFile(newest)) ?? newest, today);
};

/** Today's copy, if there is none yet. @returns whether one was made */
export const copyIfDue = async (day: string): Promise<boolean> => {
  const { copies } = await shopCopies();
  if (daily(copies).some((c) => c.day === day)) return false;
  await makeCopy(day);
  return true;
};

/** The file of a copy; null where there is none of that name. */
export const copyFile = async (name: string): Promise<string | null> => {
  const { folder, copies } = await shopCopies();
  return copies.some((c) => c.name === name) ? join(folder, name) : null;
};
