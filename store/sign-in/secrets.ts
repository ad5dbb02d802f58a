import { createHash, randomBytes, randomInt } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";

/** Kept by a device and shown with every request; the record holds its hash alone. */
export const newToken = (): string => randomBytes(32).toString("base64url");

/** Of something nobody can guess: a plain hash will do, and is found by. */
export const hashOf = (secret: string): string => createHash("sha256").update(secret).digest("hex");

/** Nothing that is taken for something else when it is read off a screen. */
const LETTERS = "ABCDEFGHJKMNPQRTUVWXY346789";
const LENGTH = 8;

/** Typed or scanned once, within minutes: `ABCD-EFGH`. */
export const newCode = (): string => {
  const letters = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]);
  return `${letters.slice(0, 4).join("")}-${letters.slice(4).join("")}`;
};

/** However it was typed. */
export const codeAsMade = (typed: string): string => {
  const letters = typed.toUpperCase().replace(/[^A-Z0-9]/g, "");
  return `${letters.slice(0, 4)}-${letters.slice(4)}`;
};

/** Argon2id with the package's defaults, those OWASP's password storage cheat sheet names: 19 MiB, two passes. */
export const hashOfPin = (pin: string): Promise<string> => hash(pin);

/** Of nobody: as long is looked for where there is no such person, so that the time tells nothing. */
const NOBODY = hash("nobody");

export const isPin = async (kept: string | null, given: string): Promise<boolean> =>
  (await verify(kept ?? (await NOBODY), given)) && kept !== null;
