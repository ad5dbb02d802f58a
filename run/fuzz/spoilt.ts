import type { Chance } from "@/devices/random";

/** Texts and numbers that programs have stumbled over. */
const ODD_TEXTS = [
  "",
  " ",
  "\u0000",
  "\ud800",
  "a\udfffb",
  "\u202e\u0007",
  "%",
  "%ff",
  "%00",
  "..%2f..",
  "'; drop table jobs; --",
  "<script>alert(1)</script>",
  "{{1}}",
  "__proto__",
  "constructor",
  "toString",
  "2026-02-31",
  "0000-00-00",
  "9999-12-31",
  "1e999",
  "-0",
  "NaN",
  "٣",
  "1,5",
  "🔧".repeat(300),
  "x".repeat(20_000),
];
const ODD_NUMBERS = [-1, 0, -0, 0.1, 1e-320, 2 ** 31, 2 ** 53, -(2 ** 63), 1e15, 1e308];

const pick = <T>(luck: Chance, list: readonly T[]): T => list[Math.floor(luck.between(0, list.length))];
const oneIn = (luck: Chance, n: number): boolean => luck.between(0, n) < 1;

export const oddText = (luck: Chance): string => pick(luck, ODD_TEXTS);

/** Nested deeper than anybody writes by hand. */
const deep = (levels: number): unknown => {
  let inner: unknown = 0;
  for (let i = 0; i < levels; i++) inner = i % 2 === 0 ? [inner] : { a: inner };
  return inner;
};

const oddValue = (luck: Chance): unknown =>
  pick(luck, [
    () => oddText(luck),
    () => pick(luck, ODD_NUMBERS),
    () => null,
    () => true,
    () => [],
    () => ({}),
    () => deep(Math.floor(luck.between(1, 400))),
    () => [...Array(Math.floor(luck.between(0, 3000))).keys()],
    () => [oddText(luck), { [oddText(luck)]: oddText(luck) }],
  ])();

/** A document with some of it spoilt, as a value. */
export const spoilt = (luck: Chance, good: unknown): unknown => {
  if (oneIn(luck, 12)) return oddValue(luck);
  if (typeof good !== "object" || good === null) return oneIn(luck, 2) ? oddValue(luck) : good;
  if (Array.isArray(good)) {
    const list = good.map((g) => (oneIn(luck, 3) ? spoilt(luck, g) : g));
    return oneIn(luck, 5) ? [...list, oddValue(luck)] : list;
  }
  const fields = Object.entries(good);
  const at = Math.floor(luck.between(0, fields.length));
  const changed = fields.flatMap(([key, value], i) => {
    if (i !== at && !oneIn(luck, 8)) return [[key, value]];
    if (oneIn(luck, 6)) return [];
    return [[oneIn(luck, 8) ? oddText(luck) : key, spoilt(luck, value)]];
  });
  return Object.fromEntries(oneIn(luck, 6) ? [...changed, [oddText(luck), oddValue(luck)]] : changed);
};

/** A document as text, some of it no JSON any more. */
export const spoiltText = (luck: Chance, good: unknown): string => {
  const text = JSON.stringify(spoilt(luck, good)) ?? "undefined";
  return pick(luck, [
    () => text,
    () => text,
    () => text,
    () => text,
    () => text.slice(0, Math.floor(luck.between(0, text.length))),
    () => `${"[".repeat(60_000)}${"]".repeat(60_000)}`,
    () => `{"__proto__":${text}}`,
    () => text.replace(/\d+/, "1e999"),
    () => text.replace(/"/g, "'"),
    () => `${text}${text}`,
    () => `\ufeff${text}`,
    () => `{"a":"\\ud800"}`,
  ])();
};

/** Some bytes of a file changed, some left out. */
export const spoiltBytes = (luck: Chance, good: Uint8Array): Uint8Array => {
  const bytes = Uint8Array.from(good);
  const times = Math.floor(luck.between(0, 30));
  for (let i = 0; i < times; i++) bytes[Math.floor(luck.between(0, bytes.length))] = Math.floor(luck.between(0, 256));
  return oneIn(luck, 3) ? bytes.slice(0, Math.floor(luck.between(0, bytes.length))) : bytes;
};
