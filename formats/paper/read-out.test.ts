import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { describe, expect, test } from "vitest";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { TOLERANCES } from "@/core/runout/tolerance";
import { CAUTIONS, type Sheet } from "@/core/sheet/sheet";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { drillingPdf } from "../drilling-strip";
import { orderPdf } from "../order-sheet";
import { fontsFor, unprintable } from "./faces";
import { labelPdf } from "./label";
import { lacingCard } from "./lacing-card";
import { quotePdf } from "./quote";
import { sheetPdf } from "./sheet";

// Papers by other programs: qpdf and poppler find them whole, pdf.js walks what a reader for the blind would read out.

const SHOP = "Werkstatt Łuk & Söhne";
const wheel = readWheel(trialWheel("steel"));
const line = [...Array(40).keys()].map((i) => 0.1 * Math.cos(i / 4));
const sheet: Sheet = {
  ...{ wheel: { mark: "T-1", machine: "Test machine", place: "rear wheel", holes: 40, work: "rebuilt" } },
  ...{ customer: "Ærøskøbing & Søn", shop: SHOP, address: "1 Mill Lane", date: "2026-11-23", link: "/wheels/x" },
  lines: [{ label: "Offset", found: "1.20 mm to drum side", returned: "0.03 mm to plain side from wanted" }],
  tolerance: { ...TOLERANCES.shop, name: "shop" },
  ...{
    trace: { lateral: line, radial: line },
    replaced: ["40 spokes"],
    notes: ["Tape fitted."],
    recheck: "2026-12-21",
  },
  ...{ tension: { at: line.map(() => 2100), A: 2100, B: 2300, evenness: "within 4 %" }, assumed: ["rim width"] },
  figures: [{ label: "rim holes", value: "40" }],
  rounds: [{ number: 1, lateral: "0.40 mm", hop: "0.30 mm", turned: 31 }],
  signedBy: "W. Bench",
};
const label = (name: string) => ({
  ...{ mark: "T-1", customer: name, telephone: "0555 0101", machine: name, wheel: "rear wheel", wanted: "as new" },
  ...{
    promised: "2026-12-01",
    sides: ["drum side", "plain side"] as const,
    found: [{ label: "offset", value: "1.2 mm" }],
  },
});
const card = {
  ...{ title: "T-1", order: "inner first" },
  lines: [...Array(36).keys()].map((i) => ({
    ...{ rimHole: i + 1, side: i % 2 ? ("A" as const) : ("B" as const), sideName: i % 2 ? "drum side" : "plain side" },
    ...{ hubHole: `${i}`, head: "inside" as const, passes: "over 1" },
  })),
};
const PAPERS: Readonly<Record<string, readonly [title: string, make: () => Promise<Uint8Array>, date: string]>> = {
  sheet: ["Wheel T-1", () => sheetPdf(sheet, "https://shop.local"), "2026-11-23"],
  label: ["Label T-1", () => labelPdf(label("Ærø"), SHOP), "2026-12-01"],
  card: ["Lacing T-1", () => lacingCard(card, SHOP), ""],
  drilling: ["Drilling strip T-1", () => drillingPdf(drillingPlan(wheel, wheel.rim.erd), "T-1", SHOP), ""],
  order: [
    "Spokes for T-1",
    () =>
      orderPdf(
        {
          ...{
            mark: "T-1",
            machine: "m",
            date: "2026-11-23",
            diameter: 3.66,
            gauge: 9,
            pitch: 0.635,
            threadLength: 11,
          },
          ...{
            material: "stainless",
            butting: "plain",
            head: "",
            nipples: 48,
            grams: 900,
            washers: "none",
            assumed: [],
          },
          lines: [{ length: 168, count: 10, spares: 2, forWhat: "drum side" }],
        },
        SHOP,
      ),
    "2026-11-23",
  ],
  quote: [
    "Quote T-1",
    () =>
      quotePdf(
        { ...{ mark: "T-1", machine: "m", customer: "c", wanted: "w", date: "2026-11-23", shop: SHOP, address: "" } },
        {
          ...{ lines: [], net: 100, tax: 19, taxPercent: 19, total: 119, currency: "EUR", unpriced: [] },
          hours: { low: 1, likely: 2, high: 3 },
        } as never,
      ),
    "2026-11-23",
  ],
};
const at = mkdtempSync(join(tmpdir(), "papers-"));
const run = (command: string, ...args: readonly string[]) => {
  const { status, stdout, stderr, error } = spawnSync(command, args, { encoding: "utf8" });
  if (error) throw error;
  return { status, stdout, stderr };
};

interface Tree {
  readonly role?: string;
  readonly alt?: string;
  readonly id?: string;
  readonly children?: readonly Tree[];
}
/** What each page says by its structure, in order: role and words. */
const readOut = async (bytes: Uint8Array) => {
  const document = await getDocument({ data: bytes.slice() }).promise;
  const out: { readonly role: string; readonly words: string; readonly alt: string }[] = [];
  const containers = new Set<string>();
  let untold = "";
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n);
    const { items } = await page.getTextContent({ includeMarkedContent: true });
    const said = new Map<string, string>();
    const open: (string | null)[] = [];
    for (const item of items)
      if ("str" in item) {
        const id = open.findLast((o) => o !== null);
        if (id) said.set(id, (said.get(id) ?? "") + item.str);
        else untold += item.str;
      } else if (item.type === "endMarkedContent") open.pop();
      else open.push("id" in item ? ((item.id as string | undefined) ?? null) : null);
    const walk = (node: Tree, role: string, alt: string): void => {
      if (node.role && node.children?.some((c) => c.role)) containers.add(node.role);
      if (node.id) out.push({ role, words: said.get(node.id) ?? "", alt });
      for (const child of node.children ?? []) walk(child, node.role ?? role, node.alt ?? alt);
    };
    const tree = (await page.getStructTree()) as Tree | null;
    if (tree) walk(tree, "", "");
  }
  const { info } = (await document.getMetadata()) as unknown as { info: Record<string, string> };
  const told = { language: info.Language, tagged: (await document.getMarkInfo())?.Marked, containers: [...containers] };
  await document.destroy();
  return { out, untold: untold.trim(), ...told };
};

describe.each(Object.entries(PAPERS))("%s", (name, [title, make, date]) => {
  test("qpdf finds it whole, poppler its fonts embedded and its title, author and day; twice it is the same file", async () => {
    const bytes = await make();
    const file = join(at, `${name}.pdf`);
    writeFileSync(file, bytes);
    expect(run("qpdf", "--check", file)).toMatchObject({ status: 0 });
    const fonts = run("pdffonts", file).stdout.trim().split("\n").slice(2);
    expect(fonts.length).toBeGreaterThan(0);
    // emb, sub, uni: embedded, only what is used, and known by its letters.
    for (const font of fonts) expect(font).toMatch(/(B612|NotoSans).* yes +yes +yes +\d+ +\d+$/);
    const info = run("pdfinfo", file).stdout;
    for (const told of [`Title: +${title}`, `Author: +${SHOP}`, "Tagged: +yes", "Metadata Stream: +yes"])
      expect(info).toMatch(new RegExp(told));
    if (date) expect(run("pdfinfo", "-isodates", file).stdout).toMatch(`CreationDate:    ${date}T`);
    expect(run("pdfinfo", "-meta", file).stdout).toContain(title);
    expect(Buffer.compare(Buffer.from(await make()), Buffer.from(bytes))).toBe(0);
  });
  test("read out it is all there, in the order of the page, headings and tables as such", async () => {
    const { out, untold, language, tagged, containers } = await readOut(await make());
    expect([language, tagged, untold]).toEqual(["en-GB", true, ""]);
    const headings = out.filter((o) => o.role === "H1");
    if (name !== "drilling") expect(headings[0].words).toContain("T-1");
    for (const figure of out.filter((o) => o.role === "Figure")) expect(figure.alt.length).toBeGreaterThan(20);
    if (name === "label" || name === "card" || name === "order") expect(containers).toContain("TR");
  });
});

test("the customer's sheet is read out from its heading to its signature, cautions before it; its lines are pictures with words", async () => {
  const { out } = await readOut(await sheetPdf(sheet, "https://shop.local"));
  const first = out.slice(
    0,
    out.findIndex((o) => o.words.includes("every figure")),
  );
  const places = [
    "Wheel T-1",
    "For Ærø",
    "as found",
    "1.20 mm to drum side",
    "Tolerance chosen",
    CAUTIONS.manual.slice(0, 20),
    "W. Bench",
  ].map((words) => first.findIndex((o) => o.words.includes(words)));
  expect(places.every((p) => p >= 0)).toBe(true);
  expect(places).toEqual([...places].sort((a, b) => a - b));
  expect(first.filter((o) => o.role === "Figure").map((o) => o.alt)).toEqual([
    expect.stringMatching(/^side to side from the valve once round: 40 places read/),
    expect.stringMatching(/^hop from the valve/),
    expect.stringMatching(/^Code of the address https:\/\/shop\.local/),
  ]);
});

describe("letters", () => {
  /** Made-up names in the scripts people write theirs in. */
  const NAMES = {
    ...{
      latin: "Łukasz Ødegård Nguyễn",
      greek: "Δημήτρης",
      cyrillic: "Дмитрий Їжак",
      armenian: "Արամ",
      georgian: "გიორგი",
    },
    ...{
      hebrew: "דוד לוי",
      arabic: "محمد علي",
      devanagari: "राजेश कुमार",
      bengali: "রহিম",
      gurmukhi: "ਗੁਰਪ੍ਰੀਤ",
      thai: "สมชาย",
    },
    ...{ gujarati: "મહેશ", tamil: "முருகன்", telugu: "రాము", kannada: "ರಮೇಶ", malayalam: "രവി", sinhala: "නිමල්" },
    ...{ ethiopic: "አበበ", khmer: "សុខា" },
  };
  test.each(Object.entries(NAMES))("%s is printed", async (script, name) => {
    expect(unprintable(name)).toEqual([]);
    const file = join(at, `${script}.pdf`);
    writeFileSync(file, await labelPdf(label(name), SHOP));
    expect(run("qpdf", "--check", file).status).toBe(0);
    const letters = (text: string) => new Set([...text.normalize("NFKC").replace(/[^\p{L}]/gu, "")]);
    const read = letters(run("pdftotext", file, "-").stdout);
    for (const letter of letters(name)) expect([script, letter, read.has(letter)]).toEqual([script, letter, true]);
  });
  test("what no font has is told before it is printed, each letter once", () => {
    expect(unprintable("零零 wheel, 한")).toEqual(["零", "한"]);
    expect(unprintable("a\u200d\u00ad b\n")).toEqual([]);
    expect(fontsFor("plain words", 400).fonts).toHaveLength(1);
  });
});
