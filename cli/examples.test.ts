import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { basename } from "node:path";
import { expect, test } from "vitest";
import { harmonics, totalReading } from "@/core/runout/runout";
import { commands } from "./commands";

// The worked example is run as a stranger would run it, and what its page says of it is what comes out.

const FOLDER = "examples";
const read = (name: string) => JSON.parse(readFileSync(`${FOLDER}/${name}`, "utf8"));
/** Figures of two machines may differ in the last places. */
const alike = (given: unknown, wanted: unknown, at = ""): void => {
  if (typeof wanted === "number")
    expect(Math.abs((given as number) - wanted), at).toBeLessThan(1e-6 * (1 + Math.abs(wanted)));
  else if (typeof wanted !== "object" || wanted === null) expect(given, at).toBe(wanted);
  else {
    expect(Object.keys(given as object), at).toEqual(Object.keys(wanted));
    for (const [key, value] of Object.entries(wanted))
      alike((given as Record<string, unknown>)[key], value, `${at}.${key}`);
  }
};
const documentOf = (answer: string): string => (answer.startsWith("full-width") ? "full-width-40.wheel.json" : answer);

test("every document of the example answers what lies beside it", () => {
  const answers = readdirSync(`${FOLDER}/answers`);
  expect(answers.length).toBeGreaterThan(6);
  for (const name of answers) {
    const command = name.split(".")[1] as keyof typeof commands;
    alike(JSON.parse(JSON.stringify(commands[command](read(documentOf(name))))), read(`answers/${name}`), name);
  }
});

test("what the page says is what comes out", () => {
  const page = readFileSync(`${FOLDER}/README.md`, "utf8");
  const kinds = read("answers/full-width-40.spokes.json").spokes;
  for (const side of ["A", "B"]) {
    const { length, order } = kinds.find((k: { flange: string }) => k.flange === side);
    expect(page).toContain(`${length.toFixed(1)} on ${side}`);
    expect(page).toMatch(new RegExp(`to order .*\\b${order}\\b`));
  }
  // The sums by hand, each as its line has it.
  const { rim, hub } = read("full-width-40.wheel.json");
  expect(474 - 2 * 20 + 2 * 2 + 2 * 1).toBe(rim.erd);
  expect([60 - 27, 60 - 30]).toEqual([hub.A.toCentre, hub.B.toCentre]);
  for (let n = 1; n <= 3; n++) {
    const { readings } = read(`round-${n}.advise.json`);
    const [low, high] = [Math.min(...readings.tension), Math.max(...readings.tension)];
    const row = `| \`round-${n}.advise.json\` | ${totalReading(readings.lateral).toFixed(2)} | ${totalReading(readings.radial).toFixed(2)} | ${low} to ${high} N | ${read(`answers/round-${n}.advise.json`).verdict} |`;
    expect(page).toContain(row);
  }
  const note = read("answers/note.tension.json");
  expect([Math.round(note.tension / 100), Math.round(note.stringTension / 100)]).toEqual([25, 65]);
  expect(harmonics(read("bare-rim.runout.json").lateral).length).toBeGreaterThan(3);
});

test("one file from any folder, in either way of naming it; its help has an example of each command that runs", () => {
  const home = process.cwd();
  const wheel = (args: readonly string[], input?: string) =>
    spawnSync(`${home}/wheel`, args, { cwd: "/tmp", encoding: "utf8", input });
  const file = `${home}/${FOLDER}/full-width-40.wheel.json`;
  const told = wheel(["spokes", file]);
  expect([told.status, told.stderr]).toEqual([0, ""]);
  expect(wheel(["spokes", "--file", file]).stdout).toBe(told.stdout);
  expect(wheel(["spokes"], `\uFEFF${readFileSync(file, "utf8")}`).stdout).toBe(told.stdout);
  expect(wheel(["--version"]).stdout.trim()).toBe(read("../package.json").version);
  for (const command of Object.keys(commands)) {
    expect(wheel(["--help"]).stdout).toContain(`  ${command} `);
    const line = /example +(.+)/.exec(wheel([command, "--help"]).stdout)?.[1] ?? "";
    const run = spawnSync("sh", ["-c", `PATH=${home}:$PATH; ${line}`], { encoding: "utf8", cwd: home });
    expect([command, run.status, run.stderr]).toEqual([command, 0, ""]);
  }
  for (const [args, path] of [
    [["spoks"], "command"],
    [["spokes", "--fast"], "--fast"],
    [["spokes", file, basename(file)], basename(file)],
    [["spokes", "/no/such.json"], "--file"],
  ] as const) {
    const refused = wheel(args);
    expect([refused.status, JSON.parse(refused.stderr).error.path]).toEqual([2, path]);
  }
});

test("whoever reads may stop after the first line", () => {
  const line = `${JSON.stringify({ freeLength: 168, diameter: 3.66, tension: 2500 })}\n`;
  const run = spawnSync("bash", ["-c", "set -o pipefail; ./wheel tension --lines | head -1"], {
    encoding: "utf8",
    input: line.repeat(60_000),
  });
  expect([run.status, run.stderr, run.stdout.trim().split("\n").length]).toEqual([0, "", 1]);
});
