import { spawnSync } from "node:child_process";
import { describe, expect, test } from "vitest";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";

const wheel = (args: readonly string[], input: string) =>
  spawnSync("npm", ["run", "--silent", "wheel", "--", ...args], {
    input,
    encoding: "utf8",
    maxBuffer: 64 * 1024 * 1024,
  });
const example = { ...trialWheel("steel") };

describe("the wheel command", () => {
  test("spokes and lace answer in the order of the rim holes", () => {
    const spokes = wheel(["spokes"], JSON.stringify(example));
    expect(spokes.status).toBe(0);
    expect(JSON.parse(spokes.stdout).spokes).toHaveLength(4);
    const lace = JSON.parse(wheel(["lace"], JSON.stringify(example)).stdout);
    expect(lace.spokes.map((s: { spoke: number }) => s.spoke)).toEqual([...Array(40).keys()].map((i) => i + 1));
    expect(new Set(lace.steps.map((s: { spoke: number }) => s.spoke)).size).toBe(40);
  });
  test("one document a line: a bad line answers in its place, the stream goes on, the exit is 2", () => {
    const note = { freeLength: 168, diameter: 3.66 };
    const run = wheel(
      ["tension", "--lines"],
      [
        JSON.stringify({ ...note, tension: 2500 }),
        "{",
        JSON.stringify({ ...note, frequency: "high" }),
        JSON.stringify({ ...note, frequency: 817 }),
      ].join("\n"),
    );
    const lines = run.stdout
      .trim()
      .split("\n")
      .map((l) => JSON.parse(l));
    expect(run.status).toBe(2);
    expect(lines[0].frequency).toBeCloseTo(816.66, 1);
    expect(lines[1].error.message).toContain("not JSON");
    expect(lines[2].error.path).toBe("frequency");
    expect(lines[3].tension).toBeGreaterThan(2490);
  });
  test.each([
    ["rim.holes", { ...example, rim: { ...example.rim, holes: 0 } }],
    ["rim.holes", { ...example, rim: { ...example.rim, holes: 42 } }],
    ["lacing.B.cross", { ...example, lacing: { A: { cross: 2 }, B: { cross: 9 } } }],
    ["rim.erd", { ...example, rim: { ...example.rim, erd: 150 } }],
    ["tension.target", { ...example, tension: { target: "tight" } }],
    ["format", { some: "other file" }],
  ])("bad input at %s exits 2 with the path and no stack trace", (path, document) => {
    const run = wheel(["spokes"], JSON.stringify(document));
    expect(run.status).toBe(2);
    expect(run.stdout).toBe("");
    expect(JSON.parse(run.stderr.split("\n").find((l) => l.startsWith("{")) ?? "{}").error.path).toBe(path);
    expect(run.stderr).not.toMatch(/at .*\.ts:/);
  });
  test("80 MB are refused", () => {
    const run = wheel(["spokes"], `{"name":"${"x".repeat(80 * 1024 * 1024)}"}`);
    expect(run.status).toBe(2);
    expect(run.stderr).toContain("too much");
  });
});
