import fc from "fast-check";
import { expect, test } from "vitest";
import { parseJson } from "./parse-json";

test("any document is read as the language itself reads it", () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 12, stringUnit: "grapheme" }), (document) => {
      const text = JSON.stringify(document);
      expect(parseJson(text)).toEqual(JSON.parse(text));
    }),
  );
});

test("what nests too deep, is none, or holds half a sign is refused with where it stands", () => {
  const nested = (n: number) => `${"[".repeat(n)}1${"]".repeat(n)}`;
  expect(parseJson(nested(60))).toBeDefined();
  expect(() => parseJson(nested(61))).toThrow(/nests deeper than 60/);
  expect(() => parseJson(nested(200_000))).toThrow(/nests deeper than 60/);
  expect(() => parseJson('{"a":'.repeat(61))).toThrow(/nests deeper/);
  // Brackets that are text nest nothing.
  expect(parseJson(JSON.stringify({ a: `\\"${"[".repeat(900)}` }))).toEqual({ a: `\\"${"[".repeat(900)}` });
  for (const text of ["", "{", "nul", "[1,]", "'a'"]) expect(() => parseJson(text)).toThrow(/is not JSON/);
  for (const [text, path] of [
    ['{"a":[1,{"b":"x\\ud800y"}]}', "a[1].b"],
    ['["\\udc00"]', "[0]"],
    ['{"a":{"\\ud83d":1}}', "a.\uFFFD"],
  ])
    expect(() => parseJson(text)).toThrow(expect.objectContaining({ path, refusal: { code: "unreadable" } }));
  expect(parseJson('"\\ud83d\\udd27"')).toBe("🔧");
});
