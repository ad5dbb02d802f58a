import { expect, test } from "vitest";
import { trialWheel } from "../truing/trial-builds.test.rig";
import { nearKey } from "./near-key";
import { readWheel } from "./wheel-file";

test("a slip in a name is told where the name is missed", () => {
  const { rim, ...rest } = JSON.parse(JSON.stringify(trialWheel("steel")));
  const { erd, ...others } = rim;
  expect(() => readWheel({ ...rest, rim: { ...others, ERD: erd } })).toThrow(/is missing; .*“ERD” stands there/);
  expect(() => readWheel({ ...rest, rin: rim })).toThrow(/“rin” stands there/);
  expect(() => readWheel({ ...rest, rim: others })).toThrow(/give an effective rim diameter in mm$/);
  expect(nearKey({ a: { threadpich: 1 } }, ["a", "threadPitch"])).toBe("threadpich");
  for (const [document, path] of [
    [null, ["a"]],
    [[1], ["a", "b"]],
    [{ a: 1 }, ["a", "b"]],
    [{ ["x".repeat(5000)]: 1 }, ["name"]],
    [{ target: 1 }, ["name"]],
  ] as const)
    expect(nearKey(document, path)).toBeNull();
});
