import { spawnSync } from "node:child_process";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { expect, test } from "vitest";
import { whatFailed } from "./what-failed";

const FOLDER = resolve(".test-output/what-failed");
const FILES = {
  "begins-not": `import { beforeAll, test } from "vitest";
    beforeAll(() => { throw new Error("no server came up"); });
    test("never asked", () => {});`,
  "reads-not": "const = 3;",
  "one-wrong": `import { expect, test } from "vitest";
    test("right", () => {});
    test("wrong", () => expect(2).toBe(3));`,
  "all-right": `import { test } from "vitest";
    test("right too", () => {});`,
};

test("each file that failed says how: a test of it, what all its tests need, or that it could not be read", () => {
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  // Else it would be this project's.
  writeFileSync(join(FOLDER, "vitest.config.ts"), "export default {};");
  for (const [name, text] of Object.entries(FILES)) writeFileSync(join(FOLDER, `${name}.test.ts`), text);
  const report = join(FOLDER, "unit.json");
  const run = spawnSync(
    resolve("node_modules/.bin/vitest"),
    ["run", "--root", FOLDER, "--reporter=json", `--outputFile=${report}`],
    { stdio: "ignore" },
  );
  expect(run.status).toBe(1);
  const told = whatFailed(report, join(FOLDER, "none.json")).sort();
  expect(told).toEqual([
    expect.stringMatching(/begins-not\.test\.ts\n.*no server came up/),
    expect.stringMatching(/one-wrong\.test\.ts wrong\n.*expected 2 to be 3/),
    expect.stringMatching(/reads-not\.test\.ts\n./),
  ]);
});
