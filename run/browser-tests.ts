import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { cpSync, rmSync } from "node:fs";
import { resolve } from "node:path";
import { buildIfChanged } from "./build";
import type { DatabaseServer } from "./database-server";
import { freePort } from "./free-port";
import { lanesTold } from "./lanes";
import { answers, endWeb, openRecord, startWeb } from "./serve";

/** How many tests run at a time, each lane with a server, a database and a folder of its own: `--lanes=3`; else one. */
const LANES = /^--lanes=(\d+)$/;

export const BROWSER_REPORT = ".test-output/browser.json";

/** The shop as it is at a first start, made once: every lane begins with a copy. */
const firstShop = async (folder: string): Promise<void> => {
  rmSync(folder, { recursive: true, force: true });
  await (await openIn(folder))?.stop();
};

/** What this process starts next works in that folder, with the record in it. */
const openIn = async (folder: string): Promise<DatabaseServer | null> => {
  delete process.env.DATABASE_URL;
  process.env.TALL_COMPASS_DATA = folder;
  return openRecord(folder);
};

interface Lane {
  readonly server: DatabaseServer | null;
  readonly web: ChildProcess;
  readonly folder: string;
  readonly address: string;
}

const openLane = async (first: string, number: number): Promise<Lane> => {
  const folder = resolve(`.test-output/data${number}`);
  rmSync(folder, { recursive: true, force: true });
  cpSync(first, folder, { recursive: true });
  const server = await openIn(folder);
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const web = startWeb("start", port);
  await answers(address, web);
  // For the commands that go through the running shop.
  server?.claim.served(address);
  return { server, web, folder, address };
};

/**
 * The browser tests, all or some (`npm run test:e2e -- truing`), against the built application with the demo in a
 * database of their own.
 *
 * @returns whether they passed
 */
const browserTests = async (told: readonly string[]): Promise<boolean> => {
  const count = Number(told.map((t) => LANES.exec(t)?.[1]).find(Boolean) ?? 1);
  const which = told.filter((t) => !LANES.test(t));
  const lanes: Lane[] = [];
  try {
    await buildIfChanged();
    const first = resolve(".test-output/data");
    await firstShop(first);
    for (let number = 1; number <= count; number++) lanes.push(await openLane(first, number));
    // Commands of a test find its shop by the folder, as a person's do.
    delete process.env.DATABASE_URL;
    const how = ["--config", "e2e/playwright.config.ts", "--reporter=line,json", `--workers=${count}`];
    const tests = spawn("node_modules/.bin/playwright", ["test", ...how, ...which], {
      stdio: ["ignore", "inherit", "inherit"],
      env: { ...process.env, ...lanesTold(lanes), PLAYWRIGHT_JSON_OUTPUT_FILE: BROWSER_REPORT },
    });
    const [status] = await once(tests, "exit");
    return status === 0;
  } finally {
    for (const { web, server } of lanes) {
      await endWeb(web);
      await server?.stop();
    }
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
