import fc from "fast-check";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { describe, expect, test } from "vitest";
import { TOLERANCES } from "@/core/runout/tolerance";
import { CAUTIONS, type Sheet } from "@/core/sheet/sheet";
import { tries } from "@/core/tries.test.rig";
import { orderPdf } from "../order-sheet";
import { labelPdf } from "./label";
import { lacingCard } from "./lacing-card";
import { sheetPdf } from "./sheet";

// Every paper is read back by a general PDF reader: what stands where, in which letters.

interface Words {
  readonly str: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly size: number;
  readonly font: string;
}

const pagesOf = async (bytes: Uint8Array) => {
  const document = await getDocument({ data: bytes.slice() }).promise;
  const pages: { readonly width: number; readonly height: number; readonly words: readonly Words[] }[] = [];
  const fonts = new Set<string>();
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n);
    const [, , width, height] = page.view;
    const words = (await page.getTextContent()).items.flatMap((i) =>
      "str" in i && i.str.trim() !== ""
        ? [{ str: i.str, x: i.transform[4], y: i.transform[5], width: i.width, size: i.transform[3], font: i.fontName }]
        : [],
    );
    await page.getOperatorList();
    for (const name of new Set(words.map((w) => w.font))) {
      const font = page.commonObjs.get(name) as { name: string; missingFile: boolean };
      expect(font.missingFile, font.name).toBe(false);
      fonts.add(font.name.replace(/^[A-Z]+\+/, ""));
    }
    pages.push({ width, height, words });
  }
  await document.destroy();
  return { pages, fonts: [...fonts] };
};

/** Everything on a page as it reads, words that were broken or drawn by two fonts joined. */
const plain = (text: string): string => text.replace(/\s+/g, "");
const textOf = (page: { readonly words: readonly Words[] }): string => plain(page.words.map((w) => w.str).join(""));

/** Words that leave the paper or lie over others. */
const illegible = ({ width, height, words }: { width: number; height: number; words: readonly Words[] }): string[] => {
  const off = words.filter((w) => w.x < 15 || w.x + w.width > width - 15 || w.y <= 12 || w.y + w.size > height - 10);
  const over = words.flatMap((a, i) =>
    words.slice(i + 1).flatMap((b) => {
      const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
      // Letters without their descenders: lines may stand close.
      const up = Math.min(a.y + 0.7 * a.size, b.y + 0.7 * b.size) - Math.max(a.y, b.y);
      return across > 0.6 && up > 0.6 ? [`“${a.str}” over “${b.str}”`] : [];
    }),
  );
  return [...off.map((w) => `“${w.str}” off the paper`), ...over];
};

const SHOP = "The Wheel Room";
const sheet: Sheet = {
  wheel: { mark: "T-1", machine: "Test machine", place: "rear wheel", holes: 40, work: "rebuilt" },
  customer: "Ærøskøbing & Søn",
  shop: "",
  date: "2026-11-23",
  lines: [{ label: "Offset", found: "1.20 mm to drum side", returned: "0.03 mm to plain side from wanted" }],
  tolerance: { ...TOLERANCES.shop, name: "shop" },
  trace: {
    lateral: [...Array(40).keys()].map((i) => (i % 2 ? null : 0.2 * Math.sin(i / 4))),
    radial: [...Array(40).keys()].map((i) => 0.1 * Math.cos(i / 4)),
  },
  replaced: ["40 spokes (20 of 168.5 mm, 20 of 170.0 mm)", "bearings"],
  notes: ["Tape or band fitted: not done, because the customer fits the tyre."],
  tension: { at: new Array(40).fill(2100), A: 2100, B: 2300, evenness: "drum side 2100 N, within 4 %" },
  figures: [{ label: "rim holes", value: "40" }],
  rounds: [{ number: 1, lateral: "0.40 mm", hop: "0.30 mm", turned: 31 }],
  address: "1 Mill Lane",
  link: "/wheels/x",
  recheck: "2026-12-21",
  assumed: [...Array(24).keys()].map((i) => `figure number ${i}`),
  signedBy: "W. Bench",
};

/** As people are called and as they write, and as nobody should: long, in many letters, in one piece. */
const name = (most: number) =>
  fc
    .oneof(
      fc.constantFrom(
        "Łukasz Żółć",
        "Δημήτρης Ψ",
        "Дмитрий Щ",
        "Nguyễn Đức",
        "Zoë Ødegård",
        "零 wheel",
        "O'Neill-Šimůnek",
      ),
      fc
        .array(fc.constantFrom("wheel", "a", "Straße", "Ostrołęka", "W", "mm", "drum"), { maxLength: 40 })
        .map((w) => w.join(" ")),
      fc.array(fc.constantFrom(..."WwilM.-žß"), { maxLength: most }).map((l) => l.join("")),
    )
    .map((text) => text.slice(0, most));

describe("the customer's sheet", () => {
  test("an everyday one is one page and one with every figure: what it must say is on it, in the shop's own letters", async () => {
    const { pages, fonts } = await pagesOf(await sheetPdf(sheet, "http://127.0.0.1:3210"));
    expect(pages).toHaveLength(2);
    for (const words of [
      ...["T-1", "1.20 mm to drum side", "figure number 23", "W. Bench", "licensed practice decide", "asbestos"],
      ...["New: 40 spokes (20 of 168.5 mm, 20 of 170.0 mm), bearings.", "looked at from 2026-12-21", CAUTIONS.after],
      ...["not done, because the customer fits the tyre", "on the shop's own machine only"],
    ])
      expect(textOf(pages[0])).toContain(plain(words));
    expect(pages.flatMap(illegible)).toEqual([]);
    expect(
      fonts.every((f) => f.includes("B612")),
      fonts.join(),
    ).toBe(true);
  });

  test("whatever a shop writes, it is printed whole: nothing dropped, off the paper or over something else", async () => {
    const long = name(200);
    let [overleaf, foreign] = [0, 0];
    // One that surely goes on overleaf and one in other letters, whatever else is tried.
    const full = {
      ...{ mark: "T-2", machine: "wheel", customer: "Дмитрий Щ", shop: "", address: "", signedBy: "Δημήτρης Ψ" },
      notes: new Array<string>(14).fill("Nguyễn Đức ".repeat(16).trim()),
      assumed: new Array<string>(60).fill("零 wheel and a drum"),
      figures: new Array<{ label: string; value: string }>(80).fill({
        label: "drum",
        value: "Straße ".repeat(20).trim(),
      }),
    };
    await fc.assert(
      fc.asyncProperty(
        fc.record({
          mark: name(60).filter((m) => m.trim() !== ""),
          machine: long,
          customer: long,
          shop: long,
          address: fc.array(name(60), { maxLength: 8 }).map((l) => l.join("\n")),
          signedBy: long,
          notes: fc.array(name(180), { maxLength: 14 }),
          assumed: fc.array(name(40), { maxLength: 60 }),
          figures: fc.array(fc.record({ label: name(60), value: name(200) }), { maxLength: 80 }),
          holes: fc.constantFrom(28, 36, 40, 72),
          largest: fc.constantFrom(0.1, 3, 40),
        }),
        async ({ mark, machine, holes, largest, ...rest }) => {
          const line = [...Array(holes).keys()].map((i) => (i % 5 === 1 ? null : largest * Math.sin(i)));
          const { pages, fonts } = await pagesOf(
            await sheetPdf(
              {
                ...sheet,
                ...rest,
                wheel: { ...sheet.wheel, mark, machine, holes },
                trace: { lateral: line, radial: line },
                tension: { at: line.map((v) => v && 12000 + v), A: 1, B: 2, evenness: "drum side 2100 N, within 4 %" },
              },
              "http://127.0.0.1:3210",
            ),
          );
          expect(pages.flatMap(illegible)).toEqual([]);
          // 零 is in no font the application ships; all else is.
          const said = pages.map(textOf).join("");
          for (const words of [mark, machine, rest.customer, ...rest.notes, rest.signedBy, ...rest.assumed])
            expect(said, words).toContain(plain(words.replaceAll("零", "")));
          expect(textOf(pages[0])).toContain(plain(CAUTIONS.manual));
          expect(textOf(pages[0])).toContain("signed");
          if (said.includes("overleaf")) overleaf++;
          if (fonts.some((f) => f.includes("Noto"))) foreign++;
        },
      ),
      {
        numRuns: tries(18),
        examples: [
          [{ ...full, holes: 72 as const, largest: 40 as const }],
          [{ ...full, holes: 28 as const, largest: 0.1 as const }],
        ],
      },
    );
    expect(overleaf).toBeGreaterThan(1);
    expect(foreign).toBeGreaterThan(1);
  });
});

describe("papers of the shop", () => {
  test("label, order and lacing card hold whatever a wheel is called", async () => {
    const spoke = (i: number, side: "A" | "B") => ({
      rimHole: i < 2 ? null : i,
      side,
      sideName: side === "A" ? "drum side" : "the other side of the hub",
      hubHole: `${i}${side}`,
      head: i % 2 ? ("outside" as const) : ("inside" as const),
      passes: "over 1, under 2",
    });
    await fc.assert(
      fc.asyncProperty(name(60), name(200), name(200), name(40), fc.integer({ min: 1, max: 4 }), async (...given) => {
        const [mark, machine, wanted, side, lengths] = given;
        const label = await labelPdf(
          {
            ...{ mark, machine, wanted, customer: machine, telephone: "0555 0101", wheel: "rear wheel" },
            promised: "2026-12-01",
            sides: [side, "plain side"],
            found: [
              { label: "offset", value: null },
              ...[...Array(6)].map(() => ({ label: "as found", value: wanted })),
            ],
          },
          SHOP,
        );
        const order = await orderPdf(
          {
            ...{ mark, machine, date: "2026-11-23", diameter: 3.66, gauge: 9, pitch: 0.635, threadLength: 11 },
            ...{ material: "stainless", butting: "plain", head: wanted, nipples: 48, grams: 900, washers: "none" },
            lines: [...Array(lengths).keys()].map((i) => ({
              ...{ length: 168 + i, count: 10, spares: 2, forWhat: `${side}, outer; ${side}, inner` },
            })),
            assumed: [side, "rim holes"],
          },
          SHOP,
        );
        const lines = [...Array(48).keys()].map((i) => spoke(i, i % 2 ? "A" : "B"));
        const card = await lacingCard({ title: `${mark} ${machine}`, order: "inner first", lines }, SHOP);
        for (const [what, bytes] of Object.entries({ label, order, card })) {
          const { pages } = await pagesOf(bytes);
          expect(pages, what).toHaveLength(1);
          expect(illegible(pages[0]), what).toEqual([]);
          expect(textOf(pages[0]), what).toContain(plain(mark.replaceAll("零", "")));
        }
      }),
      { numRuns: 8 },
    );
  });
});
