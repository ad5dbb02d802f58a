import { execFileSync } from "node:child_process";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { afterAll, beforeAll, expect, test } from "vitest";
import { arrowsConfig, arrowsWritten } from "./arrows";

/** Files that go against the table, one a line of it, each put where it would be written by mistake. */
const AGAINST: readonly (readonly [file: string, from: string])[] = [
  ["core/zz-arrow.ts", "@/screens/true/true"],
  ["core/zz-arrow.ts", "../store/rounds"],
  ["screens/true/zz-arrow.ts", "@/record/advice"],
  ["screens/true/zz-arrow.ts", "@/store/rounds"],
  ["devices/zz-arrow.ts", "@/core/truing/advise"],
  ["record/zz-arrow.ts", "@/store/database"],
  ["record/zz-arrow.ts", "knex"],
  ["demo/zz-arrow.ts", "@/store/database"],
  ["run/zz-arrow.ts", "@/store/migrate"],
  ["app/zz-arrow.ts", "@/demo/load"],
];
const files = [...new Set(AGAINST.map(([file]) => file))];

beforeAll(() => {
  for (const file of files) {
    mkdirSync(file.slice(0, file.lastIndexOf("/")), { recursive: true });
    const own = AGAINST.filter(([f]) => f === file);
    writeFileSync(file, own.map(([, from], i) => `export * as a${i} from "${from}";\n`).join(""));
  }
});
afterAll(() => {
  for (const file of files) rmSync(file, { force: true });
});

test("the linter's configuration is what the table of who may use whom makes of it", () => {
  expect(arrowsWritten(), "run npm run arrows").toEqual(arrowsConfig());
});

test("an arrow against the table is an error that names the table", () => {
  let said = "";
  try {
    execFileSync("node_modules/.bin/biome", ["lint", "--colors=off", "--max-diagnostics=none", ...files], {
      encoding: "utf8",
    });
  } catch (error) {
    const { stdout = "", stderr = "" } = error as { stdout?: string; stderr?: string };
    said = stdout + stderr;
  }
  for (const [file, from] of AGAINST) {
    const found = said.includes(file) && said.includes(`"${from}"`);
    expect(found, `${file} may not use ${from}`).toBe(true);
  }
  expect(said.match(/lint\/style\/noRestrictedImports/g)?.length).toBe(AGAINST.length);
});
