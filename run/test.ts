import { spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { loadDemoOnce } from "@/demo/load";
import { database } from "@/store/database";
import { migrate } from "@/store/migrate";
import { buildIfChanged } from "./build";
import { freePort, startDatabase } from "./database-server";

const bin = (name: string) => `node_modules/.bin/${name}`;
let passed = 0;
let failed = 0;

const step = (
  name: string,
  command: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv = process.env,
): boolean => {
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { stdio: ["ignore", "inherit", "inherit"], env });
  if (status !== 0) console.log(`== ${name}: failed`);
  return status === 0;
};

/** A check that is no test of its own counts only when it fails. */
const check = (name: string, command: string, args: readonly string[]) => {
  if (!step(name, command, args)) failed++;
};

const UNIT = ".test-output/unit.json";
const BROWSER = ".test-output/browser.json";

const count = (name: string, ok: boolean, file: string, read: (report: never) => readonly [number, number]) => {
  if (!existsSync(file)) {
    console.log(`== ${name}: no report was written`);
    failed++;
    return;
  }
  const [good, bad] = read(JSON.parse(readFileSync(file, "utf8")) as never);
  passed += good;
  failed += bad;
  if (!ok && bad === 0) failed++;
  if (good === 0) failed++;
};

const main = async (): Promise<void> => {
  rmSync(UNIT, { force: true });
  rmSync(BROWSER, { force: true });
  // The linter also holds the arrows between folders (biome.json, overrides).
  check("format and lint", bin("biome"), ["ci", "--colors=off", "--error-on-warnings", "."]);
  const folder = ".test-output/data";
  rmSync(folder, { recursive: true, force: true });
  const server = await startDatabase(folder);
  const port = await freePort();
  const env = {
    ...process.env,
    DATABASE_URL: server.url,
    NEXT_TELEMETRY_DISABLED: "1",
    TALL_COMPASS_URL: `http://127.0.0.1:${port}`,
  };
  process.env.DATABASE_URL = server.url;
  try {
    await migrate(database());
    // Before anything else is stored: the demo is only loaded into an empty record.
    await loadDemoOnce();
    // The build has the second processor meanwhile.
    const built = buildIfChanged().catch((wrong: unknown) => wrong);
    const unit = step("unit tests", bin("vitest"), ["run"], env);
    count("unit tests", unit, UNIT, (r: { numPassedTests: number; numFailedTests: number }) => [
      r.numPassedTests,
      r.numFailedTests,
    ]);
    await database().destroy();
    const wrong = await built;
    if (wrong) throw wrong;
    check("types", bin("tsc"), ["--noEmit"]);
    const web = spawn(bin("next"), ["start", "-H", "127.0.0.1", "-p", String(port)], {
      stdio: ["ignore", "ignore", "inherit"],
      env,
      detached: true,
    });
    try {
      const browser = step("browser tests", bin("playwright"), ["test", "--config", "e2e/playwright.config.ts"], env);
      count(
        "browser tests",
        browser,
        BROWSER,
        (r: { stats: { expected: number; unexpected: number; flaky: number } }) => [
          r.stats.expected,
          r.stats.unexpected + r.stats.flaky,
        ],
      );
    } finally {
      if (web.pid) process.kill(-web.pid, "SIGTERM");
    }
  } finally {
    await server.stop();
  }
};

main()
  .catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    failed++;
  })
  .finally(() => {
    console.log(`\n${passed} passed, ${failed} failed`);
    process.exit(failed === 0 && passed > 0 ? 0 : 1);
  });
