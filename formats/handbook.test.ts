import { existsSync, readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { addressOf, CHAPTERS, isChapter } from "@/core/shop/handbook";
import { readWheel } from "@/core/wheel/wheel-file";
import { handbookText, titleOf } from "./handbook";

// The handbook: every link leads somewhere, every reason given on a screen has its place in it, its examples hold.

/** As the page makes addresses of headings (the rule of github-slugger for plain words). */
const slug = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\s-]/gu, "")
    .replace(/\s/g, "-");
const anchorsOf = (text: string): string[] => [...text.matchAll(/^## (.+)$/gm)].map((m) => slug(m[1]));
const places = new Set(CHAPTERS.flatMap((c) => [c, ...anchorsOf(handbookText(c)).map((a) => `${c}#${a}`)] as string[]));

describe.each(["README", ...CHAPTERS] as const)("%s", (chapter) => {
  const text = handbookText(chapter);
  test("has a title, and leads only where there is something", () => {
    expect(titleOf(text)).not.toBe("");
    for (const [, picture, to] of text.matchAll(/(!?)\[[^\]]*\]\(([^)]+)\)/g)) {
      const address = addressOf(to);
      if (picture) expect([to, existsSync(`public${address}`)]).toEqual([to, true]);
      else expect([to, places.has(address.replace("/handbook/", ""))]).toEqual([to, true]);
    }
  });
});

test("all files are chapters and all chapters in the contents", () => {
  const files = readdirSync("docs/handbook").map((name) => name.replace(".md", ""));
  expect(files.filter((name) => name !== "README").sort()).toEqual([...CHAPTERS].sort());
  const contents = handbookText("README");
  for (const chapter of CHAPTERS) expect(contents).toContain(`(${chapter}.md)`);
  expect(isChapter("nothing")).toBe(false);
});

test("every place a screen names is in it", () => {
  const screens = readdirSync("screens", { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".tsx"));
  let named = 0;
  for (const file of screens) {
    const source = readFileSync(`screens/${file}`, "utf8");
    for (const [, place] of source.matchAll(/"((?:[a-z]+-?)+#[a-z-]+)"/g)) {
      named++;
      expect([file, place, places.has(place)]).toEqual([file, place, true]);
    }
  }
  expect(named).toBeGreaterThan(25);
});

test("the wheel file it shows is one, and every column it names is read", () => {
  const text = handbookText("files");
  const [, shown] = /```json\n([\s\S]+?)```/.exec(text) ?? [];
  expect(readWheel(JSON.parse(shown)).rim.holes).toBe(40);
  for (const list of ["customers", "stock", "rounds", "gauge", "trace"]) {
    const source = readFileSync(`formats/lists/${list}.ts`, "utf8");
    for (const [, column] of source.matchAll(/"((?:[a-z]+_)+[a-z]+)"/g))
      expect([list, column, text.includes(column)]).toEqual([list, column, true]);
  }
});
