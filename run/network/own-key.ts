import { randomBytes } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { OWN_HEADERS } from "@/core/shop/own-headers";

const fileOf = (folder: string) => join(folder, "network", "own.key");

/** What lets this machine's own commands, and the front, in at the pages' own server; made anew by every start but where it is told. */
export const keepOwnKey = (folder: string, key = randomBytes(32).toString("base64url")): string => {
  mkdirSync(join(folder, "network"), { recursive: true, mode: 0o700 });
  writeFileSync(fileOf(folder), key, { mode: 0o600 });
  return key;
};

/** Headers with which a command of this machine is let in by the shop of a folder, where it is served to a network. */
export const ownHeaders = (folder: string): Readonly<Record<string, string>> => {
  try {
    return { [`${OWN_HEADERS}own`]: readFileSync(fileOf(folder), "utf8") };
  } catch {
    return {};
  }
};
