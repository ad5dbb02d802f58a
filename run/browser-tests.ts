import { spawnSync } from "node:child_process";
import { rmSync } from "node:fs";
import { buildIfChanged } from "./build";
import { freePort } from "./database-server";
import { answers, endNext, openRecord, serveNext } from "./serve";

/**
 * The browser tests, all or some (`npm run test:e2e -- truing`), against the built application with the demo in a
 * database of their own.
 *
 * @returns whether they passed
 */
export const browserTests = async (which: readonly string[]): Promise<boolean> => {
  const folder = ".test-output/data";
  rmSync(folder, { recursive: true, force: true });
  delete process.env.DATABASE_URL;
  const server = await openRecord(folder);
  try {
    await buildIfChanged();
    const port = await freePort();
    const address = `http://127.0.0.1:${port}`;
    const web = serveNext("start", port);
    try {
      await answers(address, web);
      const { status } = spawnSync(
        "node_modules/.bin/playwright",
        ["test", "--config", "e2e/playwright.config.ts", ...which],
        { stdio: ["ignore", "inherit", "inherit"], env: { ...process.env, TALL_COMPASS_URL: address } },
      );
      return status === 0;
    } finally {
      endNext(web);
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
