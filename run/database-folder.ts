import { spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { once } from "node:events";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { userInfo } from "node:os";
import { join } from "node:path";
import type { FolderClaim } from "./folder-claim";

/** Where what of the project's own database lies. */
export interface DatabaseFolder {
  readonly folder: string;
  readonly data: string;
  readonly secret: string;
  readonly pidFile: string;
  /** For what is passing: two servers that share one delete each other's files. */
  readonly passing: string;
  readonly log: string;
  readonly user: string;
}

const password = (file: string): string => {
  const kept = existsSync(file) ? readFileSync(file, "utf8").trim() : "";
  if (kept !== "") return kept;
  const made = randomBytes(24).toString("hex");
  // Whole or not at all: half a password would shut the shop out of its own record.
  writeFileSync(`${file}.half`, made, { mode: 0o600 });
  renameSync(`${file}.half`, file);
  return made;
};

/** The server's own tables, made beside and put in place whole: cut off in the middle it is begun anew. */
const makeData = async ({ data, user, passing }: DatabaseFolder, claim: FolderClaim): Promise<void> => {
  const half = `${data}.half`;
  rmSync(half, { recursive: true, force: true });
  rmSync(data, { recursive: true, force: true });
  const install = spawn(
    "mariadb-install-db",
    [
      "--no-defaults",
      `--datadir=${half}`,
      `--user=${user}`,
      "--auth-root-authentication-method=normal",
      "--skip-test-db",
    ],
    // Two that are set up at the same time would clear each other's files away.
    { stdio: "ignore", env: { ...process.env, TMPDIR: passing } },
  );
  if (install.pid) claim.started(install.pid);
  const [status] = await once(install, "exit");
  if (status !== 0) throw new Error(`the database could not be set up in ${data} (mariadb-install-db: ${status})`);
  renameSync(half, data);
};

/** A server of this folder that its program did not live to tell of still holds the data: it is ended, and recovers by itself. */
export const endUntold = ({ pidFile, data }: DatabaseFolder): void => {
  if (!existsSync(pidFile)) return;
  const pid = Number(readFileSync(pidFile, "utf8"));
  try {
    if (readFileSync(`/proc/${pid}/cmdline`, "utf8").split("\0").includes(`--datadir=${data}`)) {
      process.kill(pid, "SIGTERM");
      for (let i = 0; i < 100 && existsSync(`/proc/${pid}`); i++)
        Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 100);
      if (existsSync(`/proc/${pid}`)) process.kill(pid, "SIGKILL");
    }
  } catch {
    // Nothing runs under that number any more.
  }
  rmSync(pidFile, { force: true });
};

/** The folder of a database as its server needs it; made on the first call. */
export const readyFolder = async (folder: string, claim: FolderClaim): Promise<DatabaseFolder> => {
  const at: DatabaseFolder = {
    folder,
    data: join(folder, "mariadb"),
    secret: password(join(folder, "database-password")),
    pidFile: join(folder, "mariadb.pid"),
    passing: join(folder, "tmp"),
    log: join(folder, "log", "mariadb.log"),
    user: userInfo().username,
  };
  endUntold(at);
  for (const own of [at.passing, join(folder, "log")]) mkdirSync(own, { recursive: true, mode: 0o700 });
  if (!existsSync(join(at.data, "mysql"))) await makeData(at, claim);
  return at;
};
