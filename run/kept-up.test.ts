import { spawn } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { scratchFolder } from "@/store/scratch.test.rig";
import { keepUp } from "./kept-up";
import { logTo, rotate } from "./rotated-log";

const scratch = scratchFolder();

/** A program that ends by itself after so long. */
const program = (ms: number) => spawn(process.execPath, ["-e", `setTimeout(() => process.exit(7), ${ms})`]);

test("what ends is started again and said so, ever more slowly where it ends at once; ended on purpose it stays ended", async () => {
  const said: string[] = [];
  const starts: number[] = [];
  let enough = () => {};
  await new Promise<void>((done) => {
    enough = keepUp(program(0), {
      name: "the thing",
      again: async () => {
        starts.push(Date.now());
        // Not even started, one time of them.
        if (starts.length === 2) throw new Error("no room");
        if (starts.length === 5) done();
        return program(0);
      },
      say: (what) => said.push(what),
      log: "its log",
    });
  });
  enough();
  expect(said.filter((s) => s === "the thing ended (with 7); it is started again")).toHaveLength(2);
  expect(said.filter((s) => s === "the thing ended (no room); it is started again")).toHaveLength(1);
  expect(said.filter((s) => /^the thing runs again, after \d+\.\d s$/.test(s)).length).toBeGreaterThanOrEqual(3);
  expect(said).toContain("the thing ended (with 7), 5 times within a minute: look into its log; it is started again");
  const gaps = starts.slice(1).map((at, i) => at - starts[i]);
  expect(gaps[3]).toBeGreaterThan(gaps[0]);

  let again = 0;
  const long = program(60_000);
  const leave = keepUp(long, {
    name: "the other",
    again: async () => {
      again++;
      return program(60_000);
    },
    say: () => undefined,
    log: "its log",
  });
  leave();
  const ended = new Promise((done) => long.once("exit", done));
  long.kill("SIGKILL");
  await ended;
  expect(again).toBe(0);
});

test("a log is put aside before it grows for ever, the oldest goes, and a disk that takes nothing stops nobody", () => {
  const file = join(scratch.at, "log", "shop.log");
  const log = logTo(file);
  for (let i = 0; i < 40; i++) {
    log(`${i} ${"x".repeat(200)}\n`);
    rotate(file, 1000);
  }
  expect(readFileSync(`${file}.1`, "utf8").trim().split("\n").at(-1)).toMatch(/^\d{4}-\d\d-\d\dT\S+Z 3\d x/);
  expect([1, 2, 3, 4, 5].map((n) => existsSync(`${file}.${n}`))).toEqual([true, true, true, true, false]);
  expect(() => logTo(join(file, "shop.log"))("lost")).not.toThrow();
});
