import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { loadDemoOnce } from "@/demo/load";
import { database } from "@/store/database";
import { migrate } from "@/store/migrate";
import { buildIfChanged } from "./build";
import { type DatabaseServer, startDatabase } from "./database-server";

const port = Number(process.env.PORT ?? 3210);

const portIsFree = (): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

const main = async (): Promise<void> => {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Error(`PORT=${process.env.PORT} will not do; give a number from 1 to 65535`);
  if (!(await portIsFree()))
    throw new Error(`port ${port} is taken by another program; choose one with PORT=4000 ./start`);
  let server: DatabaseServer | null = null;
  if (!process.env.DATABASE_URL) {
    server = await startDatabase(process.env.TALL_COMPASS_DATA ?? ".data");
    process.env.DATABASE_URL = server.url;
  }
  const stopDatabase = async () => {
    await server?.stop();
  };
  try {
    await migrate(database());
    await loadDemoOnce();
    await database().destroy();
    await buildIfChanged();
  } catch (error) {
    await stopDatabase();
    throw error;
  }
  const web = spawn("node_modules/.bin/next", ["start", "-H", "127.0.0.1", "-p", String(port)], {
    stdio: ["ignore", "ignore", "inherit"],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
    detached: true,
  });
  let stopping = false;
  const stop = async (code: number) => {
    if (stopping) return;
    stopping = true;
    try {
      if (web.pid && web.exitCode === null) process.kill(-web.pid, "SIGTERM");
    } catch {
      // Already gone.
    }
    await stopDatabase();
    process.exit(code);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void stop(0));
  web.once("exit", (code) => void stop(code ?? 1));
  server?.process.once("exit", () => {
    if (!stopping) console.error("The database has stopped. Start again with ./start: every stored reading is kept.");
    void stop(1);
  });
  // The address is said when it answers, not before.
  const address = `http://127.0.0.1:${port}`;
  while (!stopping) {
    const answered = await fetch(address).then(
      (r) => r.ok,
      () => false,
    );
    if (answered) break;
    await new Promise((r) => setTimeout(r, 100));
  }
  if (!stopping) console.log(`Tall Compass: ${address}  (Ctrl-C stops it)`);
};

main().catch((error) => {
  console.error(`Tall Compass did not start: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
