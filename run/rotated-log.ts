import { appendFileSync, existsSync, renameSync, rmSync, statSync } from "node:fs";
import { dirname } from "node:path";
import { ownFolder } from "./own-folder";

/** Bytes after which a log is put aside, and how many of those are kept. */
const MOST_BYTES = 1024 * 1024;
const KEPT = 4;

/** Puts a log that grew too long aside: `shop.log.1` is the newest of those, the oldest goes. */
export const rotate = (file: string, most = MOST_BYTES): void => {
  if (!existsSync(file) || statSync(file).size < most) return;
  rmSync(`${file}.${KEPT}`, { force: true });
  for (let n = KEPT - 1; n >= 1; n--) if (existsSync(`${file}.${n}`)) renameSync(`${file}.${n}`, `${file}.${n + 1}`);
  renameSync(file, `${file}.1`);
};

/** Writes what happened down, each with its time; a disk that takes no more does not stop the shop. */
export const logTo =
  (file: string) =>
  (what: string): void => {
    try {
      ownFolder(dirname(file));
      rotate(file);
      appendFileSync(file, `${new Date().toISOString()} ${what.trimEnd()}\n`, { mode: 0o600 });
    } catch {
      // It stands on the terminal as well.
    }
  };
