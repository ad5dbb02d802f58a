import { create } from "qrcode";
import { CAUTIONS, type Sheet, sheetWords } from "@/core/sheet/sheet";
import { type SheetTrace, sheetTrace } from "@/core/sheet/trace";
import { A4, type Face, type Leaf, MARGIN, openPaper, PALE, type Paper } from "./paper";
import { figuresPage } from "./sheet-figures";

const [WIDTH, HEIGHT] = A4;
const ROOM = WIDTH - 2 * MARGIN;
/** Between two columns, points. */
const GAP = 14;
/** Where the columns of the table begin. */
const COLUMNS = [MARGIN, MARGIN + 178, MARGIN + 330] as const;
/** Nothing of the text stands lower: signature, shop and code. */
const FOOT = MARGIN + 56;
const CODE = 62;
/** From where the shop's lines stand. */
const SHOP = MARGIN + 260;
const SHOP_LINES = 5;

/** One line from the valve once round, and in words what it shows. */
const trace = (paper: Paper, drawn: SheetTrace, label: string, y: number, face: Face): void => {
  const left = MARGIN + 90;
  const width = WIDTH - MARGIN - left;
  const half = 30;
  const at = (p: SheetTrace["points"][number]) => ({ x: left + p.turn * width, y: y + p.up * half });
  const band = drawn.band * drawn.scale;
  const inWords = `${label} from the valve once round: ${drawn.points.length} places read, drawn to ${drawn.scale} mm either way; the tolerance is ${Number(band.toFixed(3))} mm either way.`;
  paper.leaf(
    "Figure",
    () => {
      paper.text(label, { x: MARGIN, y: y + 4, size: 10, face });
      paper.text(`${drawn.scale} mm either way`, { x: MARGIN, y: y - 9, size: 8, face });
      for (const edge of [drawn.band * half, -drawn.band * half])
        paper.line({
          from: { x: left, y: y + edge },
          to: { x: left + width, y: y + edge },
          ...{ width: 0.6, color: PALE, dash: [2, 3] },
        });
      for (const [k, p] of drawn.points.slice(1).entries())
        paper.line({ from: at(drawn.points[k]), to: at(p), width: 1.4 });
      for (const p of drawn.points) paper.dot(at(p), 1.6);
      // Once, where more than one place of it was read.
      const weld = drawn.points.find((p) => p.weld);
      if (!weld) return;
      paper.ring(at(weld), 4, 0.8);
      paper.text("weld", { x: Math.min(at(weld).x + 7, WIDTH - MARGIN - 20), y: at(weld).y - 2, size: 8, face });
    },
    inWords,
  );
};

/** A QR code in vector squares: sharp on any printer. */
const drawCode = (paper: Paper, words: string, x: number, y: number, size: number): void => {
  const { modules } = create(words, { errorCorrectionLevel: "M" });
  const cell = size / modules.size;
  paper.leaf(
    "Figure",
    () => {
      for (let row = 0; row < modules.size; row++)
        for (let column = 0; column < modules.size; column++)
          if (modules.get(row, column))
            paper.square({ x: x + column * cell, y: y + size - (row + 1) * cell }, cell + 0.05);
    },
    `Code of the address ${words}`,
  );
};

/** A part of the page that is not torn apart: how high it is, and how it is drawn down from y. */
interface Block {
  readonly height: number;
  readonly put: (y: number) => void;
}

interface Set {
  readonly face: Face;
  readonly size: number;
  readonly leading: number;
  readonly after?: number;
  readonly is?: Leaf;
}

const paragraph = (paper: Paper, words: string, { face, size, leading, after = 0, is = "P" }: Set): Block => {
  const lines = paper.wrap(words, face, size, ROOM);
  return {
    height: lines.length * leading + after,
    // One paragraph, however many lines it takes.
    put: (y) =>
      paper.leaf(is, () => {
        for (const [i, line] of lines.entries())
          paper.text(line, { x: MARGIN, y: y - (i + 1) * leading + 3, size, face });
      }),
  };
};

/** What stands under the table, in its order; what finds no room goes overleaf. */
const blocksOf = (paper: Paper, sheet: Sheet, text: Face, bold: Face): readonly Block[] => {
  const { tolerance: t, trace: line } = sheet;
  const words = sheetWords(sheet);
  const chosen = `Tolerance chosen: ${t.name}: ${t.lateral} mm side to side, ${t.radial} mm hop, ${t.offset} mm offset, tension within ${Math.round(t.tensionSpread * 100)} % of its side.`;
  const side = line && sheetTrace(line.lateral, t.lateral);
  const hop = line && sheetTrace(line.radial, t.radial);
  const traces: Block[] =
    side || hop
      ? [
          {
            height: 176,
            put: (y) => {
              const words = "From the valve once round, as returned";
              paper.text(words, { x: MARGIN, y: y - 18, size: 10, face: bold, is: "H2" });
              if (side) trace(paper, side, "side to side", y - 62, text);
              if (hop) trace(paper, hop, "hop", y - 134, text);
            },
          },
        ]
      : [];
  const usual = { face: text, size: 10, leading: 13 };
  return [
    paragraph(paper, chosen, { ...usual, after: 4 }),
    ...traces,
    ...[words.even, words.replaced].filter(Boolean).map((w) => paragraph(paper, w, { ...usual, after: 2 })),
    ...sheet.notes.map((note) => paragraph(paper, note, { ...usual, face: bold })),
    ...(words.assumed ? [paragraph(paper, words.assumed, { face: text, size: 9, leading: 12 })] : []),
  ];
};

/** Mark, machine, customer and the table. @returns where the page is free from */
const head = (paper: Paper, sheet: Sheet, text: Face, bold: Face): number => {
  const { widthOf, wrap, sizeToFit } = paper;
  let y = HEIGHT - MARGIN - 18;
  const title = `Wheel ${sheet.wheel.mark}`;
  const dateWidth = widthOf(sheet.date, text, 12);
  const size = sizeToFit(title, bold, ROOM - dateWidth - GAP, 22, 7);
  paper.text(title, { x: MARGIN, y, size, face: bold, is: "H1" });
  paper.text(sheet.date, { x: WIDTH - MARGIN - dateWidth, y, size: 12, face: text });
  y -= 24;
  const { machine, place, holes, work } = sheet.wheel;
  const wheelLine = [machine, place, `${holes} spokes`, work].filter(Boolean).join(", ");
  const customer = sheet.customer ? `For ${sheet.customer}` : "";
  for (const line of [...wrap(wheelLine, text, 12, ROOM), ...wrap(customer, text, 12, ROOM)]) {
    paper.text(line, { x: MARGIN, y, size: 12, face: text });
    y -= 16;
  }
  y += 4;
  paper.line({ from: { x: MARGIN, y }, to: { x: WIDTH - MARGIN, y }, width: 1.4 });
  y -= 18;
  paper.group("Table", () => {
    paper.group("TR", () => {
      for (const [i, words] of ["", "as found", "as returned"].entries())
        paper.text(words, { x: COLUMNS[i], y, size: 10, face: text, is: "TH" });
    });
    for (const line of sheet.lines) {
      y -= 21;
      const found = wrap(line.found, text, 10, COLUMNS[2] - COLUMNS[1] - GAP);
      const returned = wrap(line.returned, text, 10, WIDTH - MARGIN - COLUMNS[2]);
      const cell = (words: readonly string[], x: number) =>
        paper.leaf("TD", () => {
          for (const [k, part] of words.entries()) paper.text(part, { x, y: y - 13 * k, size: 10, face: text });
        });
      paper.group("TR", () => {
        paper.text(line.label, { x: COLUMNS[0], y, size: 11, face: text, is: "TH" });
        cell(found, COLUMNS[1]);
        cell(returned, COLUMNS[2]);
      });
      y -= 13 * Math.max(0, Math.max(found.length, returned.length) - 1);
    }
  });
  return y - 14;
};

/** Signature, shop and code: `missed` is what of it finds no room. */
const foot = (paper: Paper, sheet: Sheet, origin: string, text: Face) => {
  const { wrap, sizeToFit } = paper;
  const size = sizeToFit(sheet.signedBy ?? "", text, 232, 13, 8);
  const names = wrap(sheet.signedBy ?? "", text, size, 232);
  const address = [sheet.shop, ...sheet.address.split("\n")].filter(Boolean);
  const shop = address.flatMap((line) => wrap(line, text, 8.5, WIDTH - MARGIN - CODE - 8 - SHOP));
  const put = () => {
    const y = MARGIN + 22;
    paper.line({ from: { x: MARGIN, y }, to: { x: MARGIN + 240, y }, width: 0.8 });
    const shown = names.slice(0, 3);
    for (const [i, line] of shown.entries())
      paper.text(line, { x: MARGIN + 4, y: y + 4 + (shown.length - 1 - i) * size, size, face: text });
    paper.text("signed", { x: MARGIN, y: y - 14, size: 9, face: text });
    for (const [i, line] of shop.slice(0, SHOP_LINES).entries())
      paper.text(line, { x: SHOP, y: MARGIN + 34 - 11 * i, size: 8.5, face: text });
    if (origin === "") return;
    drawCode(paper, origin + sheet.link, WIDTH - MARGIN - CODE, MARGIN - 8, CODE);
    const where = origin.startsWith("https:") ? "on a device of the shop's" : "on the shop's own machine only";
    const words = `opens this wheel's record, ${where}`;
    paper.text(words, { x: WIDTH - MARGIN - 225, y: MARGIN - 22, size: 7.5, face: text });
  };
  return {
    put,
    missed: [
      ...(shop.length > SHOP_LINES ? address : []),
      ...(names.length > 3 ? [`Signed by ${sheet.signedBy}`] : []),
    ],
  };
};

/**
 * One A4 page for the customer, and a second with every figure: fonts embedded, everything from the sheet. What is too
 * much for the one page goes overleaf, and the page says so.
 *
 * @param origin address of this machine's record, before the link in the code
 */
export const sheetPdf = async (sheet: Sheet, origin = ""): Promise<Uint8Array> => {
  const { paper, text, bold } = openPaper({
    ...{ title: `Wheel ${sheet.wheel.mark}`, author: sheet.shop, words: JSON.stringify(sheet), date: sheet.date },
  });
  const usual = { face: text, size: 10, leading: 13 };
  paper.page(A4);
  let y = head(paper, sheet, text, bold);
  const { put: putFoot, missed } = foot(paper, sheet, origin, text);

  const cautions = [sheetWords(sheet).after, CAUTIONS.manual, CAUTIONS.drum, CAUTIONS.linings].map((words) =>
    paragraph(paper, words, { face: text, size: 9.5, leading: 13, after: 4 }),
  );
  const floor = FOOT + cautions.reduce((sum, c) => sum + c.height, 0) + 12;
  const overleaf: Block[] = [];
  const more = 13;
  for (const block of blocksOf(paper, sheet, text, bold)) {
    // Once one has gone overleaf those behind it follow, so that the order stays.
    if (overleaf.length > 0 || y - block.height < floor + more) overleaf.push(block);
    else {
      block.put(y);
      y -= block.height;
    }
  }
  overleaf.push(...missed.map((words) => paragraph(paper, words, usual)));
  if (overleaf.length > 0) {
    paragraph(paper, "Continued overleaf.", { ...usual, face: bold }).put(y);
    y -= more;
  }
  paper.line({ from: { x: MARGIN, y: y - 6 }, to: { x: WIDTH - MARGIN, y: y - 6 }, width: 0.8 });
  y -= 10;
  for (const caution of cautions) {
    caution.put(y);
    y -= caution.height;
  }
  // Last on the page, and last read out.
  putFoot();

  if (overleaf.length > 0) {
    paper.page(A4);
    y = HEIGHT - MARGIN;
    const title = paragraph(paper, `Wheel ${sheet.wheel.mark}, continued`, {
      ...{ face: bold, size: 14, leading: 18, after: 8, is: "H1" },
    });
    for (const block of [title, ...overleaf]) {
      if (y - block.height < MARGIN) {
        paper.page(A4);
        y = HEIGHT - MARGIN;
      }
      block.put(y);
      y -= block.height;
    }
  }
  figuresPage(paper, sheet, text, bold);
  return paper.bytes();
};
