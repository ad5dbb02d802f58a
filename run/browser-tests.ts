import { spawn } from "node:child_process";
import { once } from "node:events";
import { rmSync } from "node:fs";
import { buildIfChanged } from "./build";
import { freePort } from "./database-server";
import { answers, endWeb, openRecord, startWeb } from "./serve";

/** A part of the tests, with a server, a database and a report of its own: `--shard=1/2`. */
const SHARD = /^--shard=(\d+)\/\d+$/;

/** Where the report of a part stands; of all of them, where they were not parted. */
export const browserReport = (part: number | null): string => `.test-output/browser${part ?? ""}.json`;

/**
 * The browser tests, all or some (`npm run test:e2e -- truing`), against the built application with the demo in a
 * database of their own.
 *
 * @returns whether they passed
 */
const browserTests = async (which: readonly string[]): Promise<boolean> => {
  const part = which.map((w) => SHARD.exec(w)).find((m) => m !== null);
  const number = part ? Number(part[1]) : null;
  const folder = `.test-output/data${number ?? ""}`;
  rmSync(folder, { recursive: true, force: true });
  delete process.env.DATABASE_URL;
  process.env.TALL_COMPASS_DATA = folder;
  const server = await openRecord(folder);
  try {
    await buildIfChanged();
    const port = await freePort();
    const address = `http://127.0.0.1:${port}`;
    const web = startWeb("start", port);
    try {
      await answers(address, web);
      // For the commands that go through the running shop.
      server?.claim.served(address);
      const told = ["--config", "e2e/playwright.config.ts", "--output", `.test-output/playwright${number ?? ""}`];
      const tests = spawn("node_modules/.bin/playwright", ["test", ...told, "--reporter=line,json", ...which], {
        stdio: ["ignore", "inherit", "inherit"],
        env: { ...process.env, TALL_COMPASS_URL: address, PLAYWRIGHT_JSON_OUTPUT_FILE: browserReport(number) },
      });
      const [status] = await once(tests, "exit");
      return status === 0;
    } finally {
      await endWeb(web);
    }
  } finally {
    await server?.stop();
  }
};

if (process.argv[1]?.endsWith("browser-tests.ts"))
  browserTests(process.argv.slice(2)).then(
    (passed) => process.exit(passed ? 0 : 1),
    (error) => {
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    },
  );
