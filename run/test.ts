import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { BROWSER_REPORT } from "./browser-tests";
import { buildIfChanged } from "./build";
import { whatFailed } from "./what-failed";

const bin = (name: string) => `node_modules/.bin/${name}`;
let passed = 0;
let failed = 0;

const said = (name: string, status: number | null): boolean => {
  if (status !== 0) console.log(`== ${name}: failed`);
  return status === 0;
};

/** A step that has the machine to itself. */
const step = (name: string, command: string, args: readonly string[]): boolean => {
  console.log(`\n== ${name}`);
  return said(name, spawnSync(command, args, { stdio: ["ignore", "inherit", "inherit"] }).status);
};

/** One that something else runs beside. */
const stepBeside = async (name: string, command: string, args: readonly string[]): Promise<boolean> => {
  console.log(`\n== ${name}`);
  const [status] = await once(spawn(command, args, { stdio: ["ignore", "inherit", "inherit"] }), "exit");
  return said(name, status);
};

/** A check that is no test of its own counts only when it fails. */
const check = (name: string, command: string, args: readonly string[]) => {
  if (!step(name, command, args)) failed++;
};

const UNIT = ".test-output/unit.json";
/** The browser tests wait as much as they work: three at a time, each with a record of its own. */
const LANES = 3;

/** The short forms of what runs for an hour as a command of its own; always the same ones. */
const ATTACKS = [
  {
    name: "a running shop killed",
    told: ["run/chaos/chaos.ts", "13", "5", "--live"],
    report: ".test-output/chaos.json",
  },
  { name: "what nobody means to ask", told: ["run/fuzz/fuzz.ts", "500", "1"], report: ".test-output/fuzz.json" },
  {
    name: "files as they come from elsewhere",
    told: ["run/fuzz/fuzz-files.ts", "300", "1"],
    report: ".test-output/fuzz-files.json",
  },
] as const;

const MANY = {
  name: "several servers struck",
  told: ["run/chaos/chaos-many.ts", "8", "5"],
  report: ".test-output/chaos-many.json",
} as const;

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
  rmSync(BROWSER_REPORT, { force: true });
  for (const { report } of [...ATTACKS, MANY]) rmSync(report, { force: true });
  // The linter also holds the arrows between folders (run/arrows.ts).
  check("format and lint", bin("biome"), ["ci", "--colors=off", "--error-on-warnings", "."]);
  // The build has the second processor meanwhile.
  const built = buildIfChanged().catch((wrong: unknown) => wrong);
  const unit = await stepBeside("unit tests", bin("vitest"), ["run"]);
  count("unit tests", unit, UNIT, (r: { numPassedTests: number; numFailedTests: number }) => [
    r.numPassedTests,
    r.numFailedTests,
  ]);
  const wrong = await built;
  if (wrong) throw wrong;
  check("types", bin("tsc"), ["--noEmit"]);
  const attacks = await Promise.all(ATTACKS.map(({ name, told }) => stepBeside(name, bin("tsx"), told)));
  ATTACKS.forEach(({ name, report }, i) => {
    count(name, attacks[i], report, (r: { passed: number; failed: number }) => [r.passed, r.failed]);
  });
  // By itself: three servers of the record, two web servers and twenty tablets are enough for two processors.
  const many = step(MANY.name, bin("tsx"), MANY.told);
  count(MANY.name, many, MANY.report, (r: { passed: number; failed: number }) => [r.passed, r.failed]);
  const browser = step("browser tests", bin("tsx"), [
    "run/browser-tests.ts",
    `--lanes=${LANES}`,
    // They run by `npm run test:long`, their short forms here.
    "--grep-invert=@long",
  ]);
  count(
    "browser tests",
    browser,
    BROWSER_REPORT,
    (r: { stats: { expected: number; unexpected: number; flaky: number } }) => [
      r.stats.expected,
      r.stats.unexpected + r.stats.flaky,
    ],
  );
};

main()
  .catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    failed++;
  })
  .finally(() => {
    // Once more where it is looked for: a long output is often kept by its end alone.
    for (const what of whatFailed(UNIT, BROWSER_REPORT)) console.log(`\n== failed: ${what}`);
    console.log(`\n${passed} passed, ${failed} failed`);
    process.exit(failed === 0 && passed > 0 ? 0 : 1);
  });
