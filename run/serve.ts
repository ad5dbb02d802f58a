import { type ChildProcess, spawn } from "node:child_process";
import { loadDemoOnce } from "@/demo/load";
import { environment } from "@/store/environment";
import { prepareRecord } from "@/store/prepare";
import { type DatabaseServer, startDatabase } from "./database-server";

/** The record, up to this version and with its demo: the project's own database, or one of the user's. */
export const openRecord = async (folder: string): Promise<DatabaseServer | null> => {
  const own = environment().DATABASE_URL === undefined;
  const server = own ? await startDatabase(folder) : null;
  if (server) process.env.DATABASE_URL = server.url;
  try {
    await prepareRecord(loadDemoOnce);
  } catch (error) {
    await server?.stop();
    throw error;
  }
  return server;
};

/** Next's own server, on loopback. */
export const serveNext = (how: "dev" | "start", port: number): ChildProcess =>
  spawn("node_modules/.bin/next", [how, "-H", "127.0.0.1", "-p", String(port)], {
    stdio: ["ignore", how === "dev" ? "inherit" : "ignore", "inherit"],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
    detached: true,
  });

/** Ends it with all it started. */
export const endNext = (web: ChildProcess): void => {
  try {
    if (web.pid && web.exitCode === null) process.kill(-web.pid, "SIGTERM");
  } catch {
    // Already gone.
  }
};

/** Waits until it answers, or has ended. @returns whether it answers */
export const answers = async (address: string, web: ChildProcess): Promise<boolean> => {
  while (web.exitCode === null && web.signalCode === null) {
    const ok = await fetch(address).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) return true;
    await new Promise((r) => setTimeout(r, 100));
  }
  return false;
};
