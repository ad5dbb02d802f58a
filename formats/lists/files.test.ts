import { parse as csvParse } from "csv-parse/sync";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { chance } from "@/devices/random";
import { spoiltList } from "@/run/fuzz/spoilt-lists";
import { awayFromIcs } from "../away-ics";
import { drillingCsv } from "../drilling-strip";
import { customersFromCsv, customersToCsv } from "./customers";
import { gaugeFromCsv, gaugeToCsv } from "./gauge";
import { roundsFromCsv } from "./rounds";
import { stockFromCsv, stockToCsv } from "./stock";
import type { LineError } from "./table";
import { textOf } from "./text";
import { traceFromCsv } from "./trace";
import { DECIMALS, writeList } from "./written";

/** Bytes 0x80 to 0x9f of Windows-1252 (WHATWG Encoding Standard, index windows-1252); the rest are their own numbers. */
const WINDOWS = new Map([..."€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ"].map((c, i) => [c, 0x80 + i]));
const encoders = {
  "utf-8": (t: string) => Buffer.from(t),
  "utf-8 with its mark": (t: string) => Buffer.from(`\uFEFF${t}`),
  "utf-16 little end first": (t: string) => Buffer.from(`\uFEFF${t}`, "utf16le"),
  "utf-16 big end first": (t: string) => Buffer.from(`\uFEFF${t}`, "utf16le").swap16(),
  "utf-16 without a mark": (t: string) => Buffer.from(t, "utf16le"),
  "windows-1252": (t: string) => Buffer.from([...t].map((c) => WINDOWS.get(c) ?? c.charCodeAt(0))),
} as const;

describe("a list as people have it", () => {
  test("in every encoding, with every separator and both decimal signs it reads the same", () => {
    const name = fc.string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(..."aBzäöüßéÅ€–’ ,;\"'") });
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.record({
            name: name.map((n) => `x${n}x`),
            size: fc.integer({ min: 1, max: 4999 }).map((n) => n / 10),
            held: fc.nat(300),
          }),
          { minLength: 1, maxLength: 6, selector: (l) => l.name + l.size },
        ),
        fc.constantFrom(...(Object.keys(encoders) as (keyof typeof encoders)[])),
        fc.constantFrom([",", "."], [";", "."], [";", ","], ["\t", "."], ["\t", ","]),
        fc.constantFrom("\n", "\r\n", "\r"),
        (lines, encoding, [between, decimal], newline) => {
          const cell = (c: string | number) =>
            typeof c === "number" ? String(c).replace(".", decimal) : `"${c.replaceAll('"', '""')}"`;
          const table = [
            ["Kind", "Name", "Size_mm", "diameter_mm", "pitch_mm", "place", "reorder_at", "held"].join(between),
            "",
            ...lines.map((l) => ["spoke", l.name, l.size, 3.66, 0.635, "über", 0, l.held].map(cell).join(between)),
          ].join(newline);
          // Å– in Windows-1252 is Ö in UTF-8: nobody can tell these two apart.
          fc.pre(encoding !== "windows-1252" || !/[é-ôÅ][€–’]/.test(table));
          const read = stockFromCsv(textOf(encoders[encoding](table)));
          expect(read.errors).toEqual([]);
          expect(read.lines.map(({ name, size, held }) => ({ name, size, held }))).toEqual(lines);
          expect(read.lines.every((l) => l.pitch === 0.635 && l.place === "über")).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
  test("what is no text, or whose letters are broken, is refused at its line; nothing is guessed", () => {
    const told = (bytes: Uint8Array) => {
      try {
        return textOf(bytes);
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(told(Buffer.from([...Buffer.from("mark\nÄ1;Ü\nx"), 0xe4, 0x0a]))).toMatch(
      /^line 3: has letters that are broken/,
    );
    expect(told(Buffer.from("PK\u0003\u0004\u0000\u0000\u0008"))).toMatch(/is no text/);
    expect(told(Buffer.from([0xff, 0xfe, 0x41, 0x00, 0x00, 0xd8, 0x41]))).toMatch(/UTF-16/);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        expect(typeof told(bytes)).toBe("string");
      }),
    );
  });
  test("empty lines before the names change nothing, whatever stands between cells", () => {
    for (const between of [",", ";", "\t"]) {
      const list = [
        ["reading", "tension_n"],
        ["1", "200"],
        ["2", "x"],
      ]
        .map((row) => row.join(between))
        .join("\n");
      expect(gaugeFromCsv(`\n  \n${list}`).errors).toEqual([{ line: 5, message: "tension_n: “x” is not a number" }]);
    }
  });
  test("a spreadsheet's own line about its separator is understood", () => {
    expect(gaugeFromCsv("sep=;\nreading;tension_n\n1;200,5\n2;400,25\n").points).toEqual([
      { reading: 1, tension: 200.5 },
      { reading: 2, tension: 400.25 },
    ]);
  });
});

describe("an error at its line, never a nought", () => {
  const HEAD = "kind,name,size_mm,diameter_mm,pitch_mm,place,reorder_at,held";
  const said = (text: string) => stockFromCsv(text).errors.map((e) => `${e.line}: ${e.message}`);
  test.each([
    [
      "a decimal comma in a list of commas",
      "spoke,a,168,5,3.66,0.635,,0,10",
      /^2: has 9 cells where the first line names 8/,
    ],
    ["the same in quotes", 'spoke,a,"168,5",3.66,0.635,,0,10', /^2: size_mm: “168,5” has a comma where commas stand/],
    ["thousands", 'spoke,a,168,3.66,0.635,,0,"1,200"', /^2: held: “1,200” has a comma/],
    ["a quote that is not closed", 'spoke,"a,168,3.66,0.635,,0,10\nspoke,b,1,1,,,0,1', /^2: a quote is opened/],
    ["a figure with words", "spoke,a,168 mm,3.66,0.635,,0,10", /^2: size_mm: “168 mm” will not do/],
    ["a hexadecimal", "spoke,a,0x10,3.66,0.635,,0,10", /^2: size_mm: “0x10” will not do/],
    ["held nothing", "spoke,a,168,3.66,0.635,,0,", /^2: held: is empty/],
    ["held nothing, the line cut short", "spoke,a,168,3.66,0.635", /^2: held: is empty/],
    [
      "past blank lines and a cell of two",
      '\n\nspoke,"a\nb",168,3.66,0.635,,0,10\n\nspool,c,1,1,,,0,1',
      /^7: kind: “spool”/,
    ],
  ])("%s", (_, lines, words) => {
    const errors = said(`${HEAD}\n${lines}`);
    expect(errors).toHaveLength(1);
    expect(errors[0]).toMatch(words);
    expect(stockFromCsv(`${HEAD}\n${lines}`).lines).toEqual([]);
  });
  test("two decimal signs in one list, a column twice, a column that is not there", () => {
    const semicolons = HEAD.replaceAll(",", ";");
    expect(said(`${semicolons}\nspoke;a;168,5;3,66;;;0;1\nspoke;b;1.250;3,66;;;0;1`)).toEqual([
      "3: size_mm: “1.250” has a “.” where line 2 has a “,”; one list has one decimal sign",
    ]);
    expect(said(`${HEAD},held\n`)).toEqual(["1: the column held is named twice; once will do"]);
    expect(said("kind;name\nspoke;a")[0]).toMatch(/^1: missing: size_mm, .* \(found: kind, name\)/);
  });
  test("days and times that are none", () => {
    const at = (takenAt: string) =>
      roundsFromCsv(`round,what,spoke,value,taken_at\n1,lateral,3,0.1,${takenAt}`, 36).errors.map((e) => e.message);
    for (const good of ["", "2026-02-28", "2026-11-23 10:00", "2026-11-23T10:00:00.000Z", "2026-11-23T10:00:00+01:00"])
      expect(at(good), good).toEqual([]);
    for (const bad of ["2026-02-29", "23.11.2026", "11/23/2026", "2026-11-23 25:00", "yesterday"])
      expect(at(bad), bad).toEqual([expect.stringMatching(/^taken_at: .* is no time/)]);
  });
  test("one drawer on two lines is asked about: together, or as the later line says", () => {
    const twice = `${HEAD}\nspoke,a,168,3.66,,,0,10\nnipple,n,,,,,0,1\nspoke,a,168,3.66,,,0,30`;
    expect(stockFromCsv(twice)).toMatchObject({ errors: [], asks: ["lines 2 and 4 are one drawer: spoke 168 a"] });
    expect(stockFromCsv(twice, "together").lines.map((l) => l.held)).toEqual([40, 1]);
    expect(stockFromCsv(twice, "last")).toMatchObject({ asks: [], lines: [{ held: 30 }, { held: 1 }] });
  });
});

test("whatever a list went through, each reader reads all of it or names a line; the same with calendars", () => {
  const HEADS: Readonly<Record<string, readonly [string, (text: string) => { errors: readonly LineError[] }]>> = {
    stock: ["kind,name,size_mm,diameter_mm,pitch_mm,place,reorder_at,held\nspoke,a,168,3.66,0.635,,0,4", stockFromCsv],
    customers: ["customer,telephone,mark,machine\nA. Löwe,1,W-1,x\nB,2,W-2,y", customersFromCsv],
    gauge: ["reading,tension_n\n1,200.5\n2,400.25", gaugeFromCsv],
    rounds: ["round,what,spoke,value,taken_at\n1,lateral,3,0.25,2026-11-23", (text) => roundsFromCsv(text, 36)],
    trace: [
      ["angle_deg,lateral_mm,radial_mm", ...[...Array(12).keys()].map((i) => `${i * 30},0.${i},-0.${i}`)].join("\n"),
      traceFromCsv,
    ],
    calendar: [
      "BEGIN:VCALENDAR\nVERSION:2.0\nBEGIN:VEVENT\nUID:1\nDTSTART:20270201T090000Z\nSUMMARY:x\nEND:VEVENT\nEND:VCALENDAR",
      (text) => awayFromIcs(text, "Europe/London", "2026-11-27"),
    ],
  };
  const seen = { read: 0, refused: 0, noText: 0 };
  for (const [name, [good, read]] of Object.entries(HEADS)) {
    expect([name, read(textOf(Buffer.from(good))).errors]).toEqual([name, []]);
    for (let seed = 1; seed <= 250; seed++) {
      const bytes = spoiltList(chance(seed), good);
      let text: string;
      try {
        text = textOf(bytes);
      } catch (error) {
        expect((error as Error).message).toMatch(/^line \d+: /);
        seen.noText++;
        continue;
      }
      const { errors, ...taken } = read(text);
      if (errors.length === 0) seen.read++;
      else {
        seen.refused++;
        for (const e of errors) expect([name, seed, e.line >= 1, e.message !== ""]).toEqual([name, seed, true, true]);
        for (const rows of Object.values(taken)) if (Array.isArray(rows)) expect(rows).toEqual([]);
      }
    }
  }
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(50);
});

describe("a list as other programs open it", () => {
  const FORMULAS = ["=1+1", "+44 555", "-x", "@sum", "\tx"];
  test("another reader finds the same cells, none of them a formula, in either way of writing", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.string({ maxLength: 10 }), fc.double({ noNaN: true, noDefaultInfinity: true })), {
          maxLength: 6,
        }),
        fc.constantFrom(...DECIMALS),
        (rows, decimal) => {
          const text = writeList(
            decimal,
            ["word", "figure"],
            [...rows, ...FORMULAS.map((f): [string, number] => [f, 0.635])],
          );
          const cells = csvParse(Buffer.from(text), {
            bom: true,
            delimiter: decimal === "comma" ? ";" : ",",
            relax_column_count: false,
          }) as unknown as string[][];
          expect(cells).toHaveLength(rows.length + FORMULAS.length + 1);
          for (const [word] of cells.slice(1)) expect(word).not.toMatch(/^[=+\-@\t\r]/);
          expect(cells.slice(1).map(([, figure]) => Number(figure.replace(",", ".")))).toEqual([
            ...rows.map(([, figure]) => figure + 0),
            ...FORMULAS.map(() => 0.635),
          ]);
          if (decimal === "comma") for (const [, figure] of cells.slice(1)) expect(figure).not.toContain(".");
        },
      ),
      { numRuns: 100 },
    );
  });
  test("an empty list has its first line and no record; a drilling list keeps names that look like formulas words", () => {
    for (const decimal of DECIMALS)
      for (const text of [stockToCsv([], decimal), customersToCsv([], decimal), gaugeToCsv([], decimal)])
        expect(csvParse(text, { bom: true, delimiter: decimal === "comma" ? ";" : "," })).toHaveLength(1);
    const wheel = readWheel(trialWheel("steel"));
    const list = drillingCsv(drillingPlan(wheel, wheel.rim.erd), { A: "=A", B: "-B" }, "comma");
    const cells = csvParse(list, { bom: true, delimiter: ";" }) as unknown as string[][];
    expect(new Set(cells.slice(1).map((c) => c[3]))).toEqual(new Set(["'=A", "'-B"]));
  });
  test("out with a decimal comma and in again nothing has changed", () => {
    const drawer = { kind: "nipple" as const, name: "brass", size: 0.5, diameter: 3.66, pitch: 0.635, place: "" };
    const stock = [{ ...drawer, reorderAt: 5, held: -2, price: 0.1 }];
    expect(stockFromCsv(textOf(Buffer.from(stockToCsv(stock, "comma"))))).toMatchObject({ lines: stock, errors: [] });
    const who = [{ customer: "Łukasz", telephone: "+44 1", mark: "W-1", machine: "Ω", visits: 2 }];
    expect(customersFromCsv(textOf(Buffer.from(customersToCsv(who, "comma")))).lines[0].telephone).toBe("+44 1");
  });
});
