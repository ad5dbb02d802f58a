import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { BROWSER_REPORT } from "./browser-tests";
import { buildIfChanged } from "./build";
import { whatFailed } from "./what-failed";

const bin = (name: string) => `node_modules/.bin/${name}`;
let passed = 0;
let failed = 0;

/** Lines of a step's end that are kept. */
const END = 40;
/** Of each step that failed, how it ended: said once more when all is done. */
const ends: string[] = [];

/** What it says is shown as it comes, and its end kept: what failed before the first test is in no report. */
const step = async (name: string, command: string, args: readonly string[]): Promise<boolean> => {
  console.log(`\n== ${name}`);
  const shown = process.stdout.isTTY ? { FORCE_COLOR: "1" } : {};
  const run = spawn(command, args, { stdio: ["ignore", "pipe", "pipe"], env: { ...process.env, ...shown } });
  let end = "";
  for (const [from, to] of [
    [run.stdout, process.stdout],
    [run.stderr, process.stderr],
  ] as const)
    from.on("data", (words: Buffer) => {
      to.write(words);
      end = `${end}${words}`.split("\n").slice(-END).join("\n");
    });
  const closed = once(run, "close");
  const [status] = await once(run, "exit");
  // What it left running may still hold its output open.
  await Promise.race([closed, new Promise((done) => setTimeout(done, 1000))]);
  if (status === 0) return true;
  console.log(`== ${name}: failed`);
  ends.push(`${name}\n${end.trim()}`);
  return false;
};

/** A check that is no test of its own counts only when it fails. */
const check = async (name: string, command: string, args: readonly string[]) => {
  if (!(await step(name, command, args))) failed++;
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
  await check("format and lint", bin("biome"), ["ci", "--colors=off", "--error-on-warnings", "."]);
  // The build has the second processor meanwhile.
  const built = buildIfChanged().catch((wrong: unknown) => wrong);
  const unit = await step("unit tests", bin("vitest"), ["run"]);
  count("unit tests", unit, UNIT, (r: { numPassedTests: number; numFailedTests: number }) => [
    r.numPassedTests,
    r.numFailedTests,
  ]);
  const wrong = await built;
  if (wrong) throw wrong;
  await check("types", bin("tsc"), ["--noEmit"]);
  const attacks = await Promise.all(ATTACKS.map(({ name, told }) => step(name, bin("tsx"), told)));
  ATTACKS.forEach(({ name, report }, i) => {
    count(name, attacks[i], report, (r: { passed: number; failed: number }) => [r.passed, r.failed]);
  });
  // By itself: three servers of the record, two web servers and twenty tablets are enough for two processors.
  const many = await step(MANY.name, bin("tsx"), MANY.told);
  count(MANY.name, many, MANY.report, (r: { passed: number; failed: number }) => [r.passed, r.failed]);
  const browser = await step("browser tests", bin("tsx"), [
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
    for (const how of ends) console.log(`\n== how it ended: ${how}`);
    for (const what of whatFailed(UNIT, BROWSER_REPORT)) console.log(`\n== failed: ${what}`);
    console.log(`\n${passed} passed, ${failed} failed`);
    process.exit(failed === 0 && passed > 0 ? 0 : 1);
  });
