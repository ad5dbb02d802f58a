import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { loadDemoOnce } from "@/demo/load";
import { environment } from "@/store/environment";
import { prepareRecord } from "@/store/prepare";
import { type DatabaseServer, startDatabase } from "./database-server";
import { worksFor } from "./folder-claim";
import { WEB_SERVER } from "./web/build-web-server";

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

const HEAP_MB = 256;

/** Where the pages' own server is asked by this machine. */
export const webAddress = (port: number): string => {
  const { TALL_COMPASS_LISTEN: listen } = environment();
  return `http://${listen === "0.0.0.0" ? "127.0.0.1" : listen}:${port}`;
};

/** What every server of pages is told, whatever it serves. */
export const webEnvironment = (how: "dev" | "start", folder: string): Readonly<NodeJS.ProcessEnv> => ({
  ...worksFor(folder),
  NODE_ENV: how === "dev" ? "development" : "production",
  NEXT_TELEMETRY_DISABLED: "1",
  // Pictures made smaller by several threads leave holes in each one's memory, that no other may use.
  MALLOC_ARENA_MAX: "2",
  // It needs a tenth of this; without a limit Node lets its memory grow into all that the machine has before it tidies up.
  ...(how === "start" && { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ""} --max-old-space-size=${HEAP_MB}` }),
});

/** The pages' own server, on loopback but behind a proxy. @param log what it says of trouble is written down as well @param quiet and said nowhere else @param told to it alone */
export const startWeb = (
  how: "dev" | "start",
  port: number,
  log: (what: string) => void = () => undefined,
  quiet = false,
  told: Readonly<Record<string, string>> = {},
): ChildProcess => {
  const web = spawn(process.execPath, [WEB_SERVER, how, environment().TALL_COMPASS_LISTEN, String(port)], {
    stdio: ["ignore", how === "dev" ? "inherit" : "ignore", "pipe"],
    env: { ...process.env, ...webEnvironment(how, environment().TALL_COMPASS_DATA), ...told },
    detached: true,
  });
  web.stderr?.on("data", (said: Buffer) => {
    if (!quiet) process.stderr.write(said);
    log(said.toString());
  });
  return web;
};

/** ms it is given to finish what it answers. */
const PATIENCE = 3000;

/** Ends it with all it started; one that does not end by itself is made to. */
export const endWeb = async (web: ChildProcess): Promise<void> => {
  if (!web.pid) return;
  const tell = (signal: NodeJS.Signals) => {
    try {
      process.kill(-(web.pid ?? 0), signal);
    } catch {
      // Already gone.
    }
  };
  const gone = web.exitCode !== null || web.signalCode !== null || once(web, "exit");
  tell("SIGTERM");
  const tired = setTimeout(() => tell("SIGKILL"), PATIENCE);
  await gone;
  clearTimeout(tired);
  // What it started and did not take with it.
  tell("SIGKILL");
};

/** Waits until it answers, or has ended. @param anything also what it could not do counts @param headers that let this machine in @returns whether it answers */
export const answers = async (
  address: string,
  web: ChildProcess,
  anything = false,
  headers: Readonly<Record<string, string>> = {},
): Promise<boolean> => {
  while (web.exitCode === null && web.signalCode === null) {
    const ok = await fetch(address, { headers, signal: AbortSignal.timeout(10_000) }).then(
      (r) => anything || r.ok,
      () => false,
    );
    if (ok) return true;
    await new Promise((r) => setTimeout(r, 100));
  }
  return false;
};
