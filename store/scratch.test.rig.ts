import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll } from "vitest";

/** A folder outside the project for the tests of a file, gone when they are done: what each run left filled a disk. */
export const scratchFolder = (): { readonly at: string } => {
  const at = mkdtempSync(join(tmpdir(), "tall-compass-test-"));
  afterAll(() => rmSync(at, { recursive: true, force: true }));
  return { at };
};
