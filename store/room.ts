import { existsSync, statfsSync } from "node:fs";
import { join } from "node:path";
import type { Room } from "@/core/shop/room";
import { environment } from "./environment";

/** ms a look at the disk holds. */
const HOLDS = 1000;
let last: { readonly at: number; readonly room: Room | null } | null = null;

/** What is left on the disk of a folder; null where that cannot be told. */
export const roomIn = (folder: string): Room | null => {
  try {
    const { bavail, blocks, bsize } = statfsSync(folder);
    return { free: bavail * bsize, total: blocks * bsize };
  } catch {
    return null;
  }
};

/** What is left where the record lies; null for a database of the user's own, whose disk is not known. */
export const roomOfRecord = (): Room | null => {
  const now = Date.now();
  if (last && now - last.at < HOLDS && now >= last.at) return last.room;
  const { TALL_COMPASS_DATA: folder, TALL_COMPASS_SHOP: oneOfSeveral } = environment();
  // Several shops lie in the folder of the database they share.
  const record = oneOfSeveral === undefined ? folder : join(folder, "..", "..");
  const own = existsSync(/* turbopackIgnore: true */ join(record, "mariadb"));
  last = { at: now, room: own ? roomIn(folder) : null };
  return last.room;
};
