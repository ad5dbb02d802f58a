import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { beforeAll, expect, test } from "vitest";
import { packCore } from "./pack-core";

// The core as a stranger gets it: the tarball unpacked in an empty folder, with nothing of the project's beside it.

const folder = mkdtempSync(join(tmpdir(), "tall-compass-core-"));
const modules = join(folder, "node_modules");
const run = (command: string, args: readonly string[]) => spawnSync(command, args, { cwd: folder, encoding: "utf8" });
const at = (name: string) => join(modules, "tall-compass-core", name);

beforeAll(async () => {
  const tarball = resolve(await packCore());
  mkdirSync(at(""), { recursive: true });
  expect(run("tar", ["xzf", tarball, "--strip-components=1", "-C", at("")]).status).toBe(0);
  // What a package manager would bring in beside it.
  symlinkSync(resolve("node_modules/zod"), join(modules, "zod"));
  writeFileSync(join(folder, "package.json"), '{"type":"module"}');
}, 120_000);

test("its example trues a simulated wheel; its command answers", () => {
  const told = run("node", [at("true-a-wheel.mjs"), at("full-width-40.wheel.json")]);
  expect(told.stderr).toBe("");
  expect(told.stdout.trim().split("\n").at(-1)).toMatch(/^round [2-9]: 0\.[0-3]\d mm, done$/);
  const spokes = run(at("wheel.mjs"), ["spokes", at("full-width-40.wheel.json")]);
  expect(JSON.parse(spokes.stdout).spokes).toHaveLength(4);
});

test("every file of it is imported by its own name", () => {
  const names = readdirSync(at("core"), { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".js"))
    .map((name) => `tall-compass-core/${name.slice(0, -3)}`);
  expect(names.length).toBeGreaterThan(150);
  expect(names).toContain("tall-compass-core/truing/advise");
  writeFileSync(
    join(folder, "all.js"),
    `for (const name of ${JSON.stringify(names)}) await import(name);\nconsole.log("all");`,
  );
  expect(run("node", ["all.js"])).toMatchObject({ stdout: "all\n", stderr: "" });
});

test("its types hold in another program, as Node resolves them: what is right compiles, what is wrong does not", () => {
  const wrong = "commands.advise({}).turns[0].toUpperCase();";
  writeFileSync(
    join(folder, "types.ts"),
    [
      'import { commands } from "tall-compass-core/commands";',
      'import { StandInWheel } from "tall-compass-core/stand-in/stand-in-wheel";',
      'import { hiddenWheel } from "tall-compass-core/stand-in/hidden-wheel";',
      'import { readWheel, type Wheel } from "tall-compass-core/wheel/wheel-file";',
      "const wheel: Wheel = readWheel({});",
      "const mm: number = new StandInWheel(wheel, hiddenWheel(1)).readLateral(1);",
      "export const turns: readonly number[] = mm > 0 ? commands.advise({}).turns : [];",
      "// @ts-expect-error A turn is a number.",
      wrong,
    ].join("\n"),
  );
  writeFileSync(
    join(folder, "tsconfig.json"),
    JSON.stringify({
      compilerOptions: {
        module: "nodenext",
        target: "es2022",
        strict: true,
        noEmit: true,
        skipLibCheck: true,
        types: [],
      },
      files: ["types.ts"],
    }),
  );
  const typed = run(resolve("node_modules/.bin/tsc"), ["-p", "."]);
  expect(typed.stdout).toBe("");
});
