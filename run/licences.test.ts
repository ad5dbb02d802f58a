import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { isFree, licences } from "./licences";

test("every part of the application may be used and passed on with it; what says otherwise, or nothing, is told", () => {
  const all = licences();
  const { dependencies } = JSON.parse(readFileSync("package.json", "utf8"));
  const shipped = new Set(all.filter((one) => one.shipped).map((one) => one.name));
  expect(Object.keys(dependencies).filter((name) => !shipped.has(name))).toEqual([]);
  expect(all.filter((one) => !isFree(one.licence))).toEqual([]);
  expect(["", "GPL-3.0-only", "SEE LICENSE IN x", "MIT AND GPL-2.0", "UNLICENSED"].filter(isFree)).toEqual([]);
  expect(["(MIT OR GPL-3.0)", "MIT AND CC-BY-4.0", "(BSD-2-Clause OR Apache-2.0)"].map(isFree)).toEqual([
    true,
    true,
    true,
  ]);
});
