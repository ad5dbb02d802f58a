import fc from "fast-check";
import { expect, test } from "vitest";
import { figureIn, type GaugeLine, LineReader, learnLine, partsOf } from "./gauge-line";

// Lines as gauges with a data output send them (common practice): a channel before the figure, a unit behind, or neither.

/** Ways a line is written round its figure, and which figure it is. */
const KINDS: readonly { readonly write: (figure: string) => string; readonly figure: number }[] = [
  { write: (f) => f, figure: 0 },
  { write: (f) => `01A${f}`, figure: 1 },
  { write: (f) => `N 12  ${f} mm`, figure: 1 },
  { write: (f) => `${f.replace(".", ",")}MM 100`, figure: 0 },
  { write: (f) => `VAL ${f.replace(/^([+-])/, "$1   ")} IN OK 3`, figure: 0 },
];
const hundredths = fc.integer({ min: -9999, max: 9999 });
const written = (n: number, plus: boolean) => `${n < 0 ? "-" : plus ? "+" : ""}${(Math.abs(n) / 1000).toFixed(3)}`;
const learnt = (line: string, figure: number): GaugeLine => {
  const gauge = learnLine(line, figure);
  if (!gauge) throw new Error(`not learnt from “${line}”`);
  return gauge;
};

test("learnt from one line, every other of its kind is read: any figure, signed or not, its sign apart, a comma for a point", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...KINDS),
      hundredths,
      hundredths,
      fc.boolean(),
      ({ write, figure }, shown, next, plus) => {
        const gauge = learnt(write(written(shown, plus)), figure);
        expect(Number(figureIn(write(written(next, plus)), gauge))).toBe(next / 1000);
      },
    ),
  );
});

test("cut short, garbled, of another kind or another unit: no figure rather than a wrong one", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...KINDS),
      hundredths,
      fc.nat({ max: 40 }),
      fc.nat({ max: 40 }),
      fc.constantFrom("", "?", "x", "7", ".", "-"),
      ({ write, figure }, n, at, count, instead) => {
        const line = write(written(n, true));
        const from = at % line.length;
        const wrong = line.slice(0, from) + instead + line.slice(from + 1 + (count % (line.length - from)));
        const told = figureIn(wrong, learnt(line, figure));
        // What is left may by chance be a whole line of the same kind; then its own figure is told, never another one.
        if (told !== null)
          expect(partsOf(wrong)[partsOf(wrong).findIndex((p) => p.figure === figure)].text).toContain(told.slice(1));
      },
    ),
  );
  const mm = learnt("01A+00.123 mm", 1);
  for (const line of [
    "01A+00.123 in",
    "01A+00.12 mm",
    "01A+00.1234 mm",
    "+00.123 mm",
    "A+00.123 mm",
    "01B+00.123 mm",
    "",
  ])
    expect([line, figureIn(line, mm)]).toEqual([line, null]);
  expect(learnLine("ERR", 0)).toBeNull();
  expect(learnLine("9".repeat(300), 0)).toBeNull();
});

test("in pieces of any size the lines come out whole and once; begun before anybody listened, or after a break, there is none", () => {
  const lines = fc.array(
    hundredths.map((n) => `01A${written(n, true)}`),
    { minLength: 1, maxLength: 8 },
  );
  fc.assert(
    fc.property(
      lines,
      fc.constantFrom("\r", "\n", "\r\n"),
      fc.array(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
      fc.nat({ max: 9 }),
      (sent, end, sizes, late) => {
        // Listened to from somewhere in the first line on, with no silence before it.
        const cut = late % (sent[0].length + 1);
        const text = sent
          .map((l) => l + end)
          .join("")
          .slice(cut);
        const reader = new LineReader(0);
        const heard: string[] = [];
        for (let at = 0, i = 0; at < text.length; i++) {
          heard.push(...reader.feed(text.slice(at, at + sizes[i % sizes.length]), i));
          at += sizes[i % sizes.length];
        }
        expect(heard).toEqual(sent.slice(1));
        // After a silence a line that is begun is one, and one that breaks off is none.
        expect(reader.feed(`${sent[0].slice(0, 5)}`, 5000)).toEqual([]);
        expect(reader.feed(`${sent[0].slice(5)}${end}`, 5100)).toEqual([sent[0]]);
        expect(reader.feed(`${sent[0].slice(0, 5)}`, 9000)).toEqual([]);
        expect(reader.feed(`${sent[0].slice(5)}${end}`, 9900)).toEqual([]);
        expect(reader.feed(`${sent[0]}${end}`, 9950)).toEqual([sent[0]]);
      },
    ),
  );
});
