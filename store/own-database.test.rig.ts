import { rmSync } from "node:fs";
import { afterAll, beforeAll, vi } from "vitest";
import { startDatabase } from "@/run/database-server";
import { database, openDatabase, switchDatabase } from "./database";
import { migrate } from "./migrate";

/** The real server, for this file's tests alone: an empty record in a folder of its own, filled before the first. */
export const ownDatabase = (folder: string, fill: () => Promise<void> = async () => undefined): void => {
  let server: Awaited<ReturnType<typeof startDatabase>>;
  beforeAll(async () => {
    rmSync(folder, { recursive: true, force: true });
    server = await startDatabase(folder);
    // For what a test starts as a program of its own.
    process.env.DATABASE_URL = server.url;
    switchDatabase(openDatabase(server.url));
    await vi.waitFor(() => database().raw("select 1"), { timeout: 30_000, interval: 300 });
    await migrate(database());
    await fill();
    // As long as a machine with ten times as much to do may take.
  }, 600_000);
  afterAll(async () => {
    await database().destroy();
    await server.stop();
  });
};
