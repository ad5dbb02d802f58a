import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { chance } from "@/devices/random";
import { buildIfChanged } from "../build";
import { freePort } from "../free-port";
import { lanesTold } from "../lanes";
import { startMany } from "../many/many-servers";
import { logTo } from "../rotated-log";
import { allWell, type Blow, strike } from "./strikes";

/**
 * `npm run test:many -- [tests]`: the browser tests before three servers of one record, two web servers and their proxy, one
 * of which is killed whenever all of them have been well for a while. Whoever works at a page must notice nothing but that
 * an answer takes seconds.
 */
const FOLDER = resolve(".test-output/browser-many");
/** These start shops of their own; one that puts a copy back is not begun anew where its server is killed. */
const WITHOUT = ["several-shops", "offline", "workshop", "copies"];
/** ms all are well between two blows. */
const WELL = { least: 8000, most: 20_000 };
/** Not the proxy: there is one of it here, and a page that is opened in that second is refused by the machine itself. */
const KILLS: readonly Blow[] = ["web server killed", "node killed"];

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

const main = async (which: readonly string[]): Promise<boolean> => {
  await buildIfChanged();
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  process.env.TALL_COMPASS_DATA = FOLDER;
  const log = logTo(join(FOLDER, "shop.log"));
  const port = await freePort();
  const many = await startMany({ folder: FOLDER, port, log, say: log, logs: FOLDER, quiet: true });
  try {
    const address = many.address;
    delete process.env.DATABASE_URL;
    const left = which.length > 0 ? which : [`^(?!.*(${WITHOUT.join("|")})).*\\.spec\\.ts`];
    const how = ["--config", "e2e/playwright.config.ts", "--reporter=line", "--workers=1", "--grep-invert=@long"];
    const tests = spawn("node_modules/.bin/playwright", ["test", ...how, ...left], {
      stdio: ["ignore", "inherit", "inherit"],
      env: { ...process.env, ...lanesTold([{ address, folder: FOLDER }]) },
    });
    const ended = once(tests, "exit");
    let running = true;
    void ended.then(() => {
      running = false;
    });
    const luck = chance(1);
    const struck = new Map<Blow, number>();
    while (running) {
      const until = Date.now() + luck.between(WELL.least, WELL.most);
      while (running && Date.now() < until) await pause(200);
      if (!running) break;
      const blow = KILLS[Math.floor(luck.between(0, KILLS.length))];
      log(`blow: ${blow}`);
      await strike(many, blow, Math.floor(luck.between(0, 6)));
      struck.set(blow, (struck.get(blow) ?? 0) + 1);
      if (!(await allWell(many))) console.log(`not well again after “${blow}”`);
    }
    const [status] = await ended;
    console.log([...struck].map(([blow, times]) => `${blow} ${times} times`).join(", "));
    return status === 0;
  } finally {
    await many.stop();
  }
};

main(process.argv.slice(2)).then(
  (passed) => process.exit(passed ? 0 : 1),
  (error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
