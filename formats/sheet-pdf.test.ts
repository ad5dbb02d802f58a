import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { expect, test } from "vitest";
import { TOLERANCES } from "@/core/runout/tolerance";
import { CAUTIONS, type Sheet } from "@/core/sheet/sheet";
import { sheetPdf } from "./sheet-pdf";

const sheet: Sheet = {
  wheel: {
    mark: "T-1",
    machine: "Test machine with a long name of its own ".repeat(2),
    place: "rear wheel",
    holes: 40,
    work: "rebuilt",
  },
  customer: "Ærøskøbing & Søn 零",
  shop: "",
  date: "2026-11-23",
  lines: [
    {
      label: "Offset",
      found: "1.20 mm to drum side",
      returned: "0.03 mm to the side with the very long name from wanted, as read on the bench",
    },
  ],
  tolerance: { ...TOLERANCES.shop, name: "shop" },
  trace: {
    lateral: [...Array(40).keys()].map((i) => (i % 2 ? null : 0.2 * Math.sin(i / 4))),
    radial: [...Array(40).keys()].map((i) => 0.1 * Math.cos(i / 4)),
  },
  notes: ["Tape or band fitted: not done, because the customer fits the tyre."],
  tension: { at: new Array(40).fill(2100), A: 2100, B: 2300, evenness: "drum side 2100 N, within 4 %" },
  figures: [{ label: "rim holes", value: "40" }],
  rounds: [{ number: 1, lateral: "0.40 mm", hop: "0.30 mm", turned: 31 }],
  address: "1 Mill Lane",
  link: "/wheels/x",
  recheck: null,
  assumed: [...Array(24).keys()].map((i) => `figure number ${i}`),
  signedBy: "W. Bench",
};

test("one page for the customer and one with every figure and caution, no word outside the paper's margins, fonts embedded", async () => {
  const bytes = await sheetPdf(sheet);
  const document = await getDocument({ data: bytes.slice() }).promise;
  expect(document.numPages).toBe(2);
  const page = await document.getPage(1);
  const items = (await page.getTextContent()).items.flatMap((i) => ("str" in i && i.str.trim() !== "" ? [i] : []));
  const text = items.map((i) => i.str).join(" ");
  for (const words of [
    "T-1",
    "1.20 mm to drum side",
    "figure number 23",
    "W. Bench",
    CAUTIONS.after.slice(0, 40),
    "licensed practice decide",
    "asbestos",
  ])
    expect(text).toContain(words);
  for (const i of items) {
    expect(i.transform[4]).toBeGreaterThanOrEqual(47);
    expect(i.transform[4] + i.width).toBeLessThanOrEqual(595.28 - 40);
    expect(i.transform[5]).toBeGreaterThan(20);
  }
  await page.getOperatorList();
  for (const name of new Set(items.map((i) => i.fontName))) {
    const font = page.commonObjs.get(name) as { name: string; missingFile: boolean };
    expect(font.name).toContain("B612");
    expect(font.missingFile).toBe(false);
  }
});
