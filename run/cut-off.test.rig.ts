import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect } from "vitest";

export interface CutOff {
  /** ms to cut it off at, from the start or from the first time it says `from`; null lets it end. */
  readonly after: number | null;
  readonly from?: string;
  /** The database with it. */
  readonly withDatabase?: boolean;
}

/** Kills the database of a folder, as a power cut would. */
export const killDatabase = (folder: string): void => {
  const pidFile = join(folder, "mariadb.pid");
  if (!existsSync(pidFile)) return;
  try {
    process.kill(Number(readFileSync(pidFile, "utf8")), "SIGKILL");
  } catch {
    // Not begun yet, or gone.
  }
};

/** One go at a program, killed at a moment. @returns its status, null where it was cut off */
export const go = async (args: readonly string[], folder: string, cut: CutOff): Promise<number | null> => {
  const program = spawn(process.execPath, ["--import", "tsx", ...args], {
    stdio: ["ignore", "pipe", "pipe"],
    detached: true,
  });
  let said = "";
  program.stderr.on("data", (d) => {
    said += d;
  });
  const kill = () => {
    if (program.exitCode !== null || !program.pid) return;
    // The group first: what it runs in the foreground goes with it, as in a terminal.
    process.kill(-program.pid, "SIGKILL");
    if (cut.withDatabase) killDatabase(folder);
  };
  if (cut.after !== null && cut.from === undefined) setTimeout(kill, cut.after);
  let told = "";
  let waits = cut.after !== null && cut.from !== undefined;
  program.stdout.on("data", (d) => {
    told += d;
    if (!waits || !told.includes(cut.from ?? "")) return;
    waits = false;
    setTimeout(kill, cut.after ?? 0);
  });
  const [status] = await once(program, "exit");
  if (cut.after === null) expect(said, said).toBe("");
  return status;
};
