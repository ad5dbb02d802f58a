import { mkdirSync } from "node:fs";
import { dirname } from "node:path";

/** A folder its owner alone looks into; what it lies in, where that is new, is a folder like any other: others' ways may lead through it. */
export const ownFolder = (folder: string): void => {
  mkdirSync(dirname(folder), { recursive: true });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
};
