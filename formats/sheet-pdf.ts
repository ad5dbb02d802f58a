import { type PDFPage, rgb } from "pdf-lib";
import { create } from "qrcode";
import { CAUTIONS, type Sheet, sheetWords } from "@/core/sheet/sheet";
import { type SheetTrace, sheetTrace } from "@/core/sheet/trace";
import { A4, draw, type Face, INK, MARGIN, openPdf, sizeToFit, widthOf, wrap } from "./pdf-page";
import { figuresPage } from "./sheet-figures-page";

const RULE = rgb(0.498, 0.467, 0.4);
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

const trace = (page: PDFPage, drawn: SheetTrace, label: string, y: number, face: Face): void => {
  const left = MARGIN + 90;
  const width = WIDTH - MARGIN - left;
  const half = 30;
  const at = (p: SheetTrace["points"][number]) => ({ x: left + p.turn * width, y: y + p.up * half });
  draw(page, label, { x: MARGIN, y: y + 4, size: 10, face });
  draw(page, `${drawn.scale} mm either way`, { x: MARGIN, y: y - 9, size: 8, face });
  for (const edge of [drawn.band * half, -drawn.band * half])
    page.drawLine({
      start: { x: left, y: y + edge },
      end: { x: left + width, y: y + edge },
      thickness: 0.6,
      color: RULE,
      dashArray: [2, 3],
    });
  drawn.points.slice(1).forEach((p, k) => {
    page.drawLine({ start: at(drawn.points[k]), end: at(p), thickness: 1.4, color: INK });
  });
  for (const p of drawn.points) page.drawCircle({ ...at(p), size: 1.6, color: INK });
  // Once, where more than one place of it was read.
  const weld = drawn.points.find((p) => p.weld);
  if (weld) {
    page.drawCircle({ ...at(weld), size: 4, borderColor: INK, borderWidth: 0.8 });
    const { x } = at(weld);
    draw(page, "weld", { x: Math.min(x + 7, WIDTH - MARGIN - 20), y: at(weld).y - 2, size: 8, face });
  }
};

/** A QR code in vector squares: sharp on any printer. */
const drawCode = (page: PDFPage, words: string, x: number, y: number, size: number): void => {
  const { modules } = create(words, { errorCorrectionLevel: "M" });
  const cell = size / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column))
        page.drawRectangle({
          x: x + column * cell,
          y: y + size - (row + 1) * cell,
          width: cell + 0.05,
          height: cell + 0.05,
          color: INK,
        });
};

/** A part of the page that is not torn apart: how high it is, and how it is drawn down from y. */
interface Block {
  readonly height: number;
  readonly put: (page: PDFPage, y: number) => void;
}

const paragraph = (words: string, face: Face, size: number, leading: number, after = 0): Block => {
  const lines = wrap(words, face, size, ROOM);
  return {
    height: lines.length * leading + after,
    put: (page, y) => {
      lines.forEach((line, i) => {
        draw(page, line, { x: MARGIN, y: y - (i + 1) * leading + 3, size, face });
      });
    },
  };
};

/** What stands under the table, in its order; what finds no room goes overleaf. */
const blocksOf = (sheet: Sheet, text: Face, bold: Face): readonly Block[] => {
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
            put: (page, y) => {
              draw(page, "From the valve once round, as returned", { x: MARGIN, y: y - 18, size: 10, face: bold });
              if (side) trace(page, side, "side to side", y - 62, text);
              if (hop) trace(page, hop, "hop", y - 134, text);
            },
          },
        ]
      : [];
  return [
    paragraph(chosen, text, 10, 13, 4),
    ...traces,
    ...[words.even, words.replaced].filter(Boolean).map((w) => paragraph(w, text, 10, 13, 2)),
    ...sheet.notes.map((note) => paragraph(note, bold, 10, 13)),
    ...(words.assumed ? [paragraph(words.assumed, text, 9, 12)] : []),
  ];
};

/** Mark, machine, customer and the table. @returns where the page is free from */
const head = (page: PDFPage, sheet: Sheet, text: Face, bold: Face): number => {
  let y = HEIGHT - MARGIN - 18;
  const title = `Wheel ${sheet.wheel.mark}`;
  const dateWidth = widthOf(sheet.date, text, 12);
  draw(page, title, { x: MARGIN, y, size: sizeToFit(title, bold, ROOM - dateWidth - GAP, 22, 7), face: bold });
  draw(page, sheet.date, { x: WIDTH - MARGIN - dateWidth, y, size: 12, face: text });
  y -= 24;
  const { machine, place, holes, work } = sheet.wheel;
  const wheelLine = [machine, place, `${holes} spokes`, work].filter(Boolean).join(", ");
  const customer = sheet.customer ? `For ${sheet.customer}` : "";
  for (const line of [...wrap(wheelLine, text, 12, ROOM), ...wrap(customer, text, 12, ROOM)]) {
    draw(page, line, { x: MARGIN, y, size: 12, face: text });
    y -= 16;
  }
  y += 4;
  page.drawLine({ start: { x: MARGIN, y }, end: { x: WIDTH - MARGIN, y }, thickness: 1.4, color: INK });
  y -= 18;
  ["", "as found", "as returned"].forEach((words, i) => {
    draw(page, words, { x: COLUMNS[i], y, size: 10, face: text });
  });
  for (const line of sheet.lines) {
    y -= 21;
    draw(page, line.label, { x: COLUMNS[0], y, size: 11, face: text });
    const found = wrap(line.found, text, 10, COLUMNS[2] - COLUMNS[1] - GAP);
    const returned = wrap(line.returned, text, 10, WIDTH - MARGIN - COLUMNS[2]);
    for (let k = 0; k < Math.max(found.length, returned.length); k++) {
      if (k > 0) y -= 13;
      draw(page, found[k] ?? "", { x: COLUMNS[1], y, size: 10, face: text });
      draw(page, returned[k] ?? "", { x: COLUMNS[2], y, size: 10, face: text });
    }
  }
  return y - 14;
};

/** Signature, shop and code. @returns what of it found no room */
const foot = (page: PDFPage, sheet: Sheet, origin: string, text: Face): readonly string[] => {
  const y = MARGIN + 22;
  page.drawLine({ start: { x: MARGIN, y }, end: { x: MARGIN + 240, y }, thickness: 0.8, color: INK });
  const size = sizeToFit(sheet.signedBy ?? "", text, 232, 13, 8);
  const names = wrap(sheet.signedBy ?? "", text, size, 232).slice(0, 3);
  names.forEach((line, i) => {
    draw(page, line, { x: MARGIN + 4, y: y + 4 + (names.length - 1 - i) * size, size, face: text });
  });
  draw(page, "signed", { x: MARGIN, y: y - 14, size: 9, face: text });
  const address = [sheet.shop, ...sheet.address.split("\n")].filter(Boolean);
  const shop = address.flatMap((line) => wrap(line, text, 8.5, WIDTH - MARGIN - CODE - 8 - SHOP));
  shop.slice(0, SHOP_LINES).forEach((line, i) => {
    draw(page, line, { x: SHOP, y: MARGIN + 34 - 11 * i, size: 8.5, face: text });
  });
  if (origin !== "") {
    drawCode(page, origin + sheet.link, WIDTH - MARGIN - CODE, MARGIN - 8, CODE);
    const where = origin.startsWith("https:") ? "on a device of the shop's" : "on the shop's own machine only";
    draw(page, `opens this wheel's record, ${where}`, {
      x: WIDTH - MARGIN - 225,
      y: MARGIN - 22,
      size: 7.5,
      face: text,
    });
  }
  return [
    ...(shop.length > SHOP_LINES ? address : []),
    ...(wrap(sheet.signedBy ?? "", text, size, 232).length > 3 ? [`Signed by ${sheet.signedBy}`] : []),
  ];
};

/**
 * One A4 page for the customer, and a second with every figure: fonts embedded, everything from the sheet. What is too
 * much for the one page goes overleaf, and the page says so.
 *
 * @param origin address of this machine's record, before the link in the code
 */
export const sheetPdf = async (sheet: Sheet, origin = ""): Promise<Uint8Array> => {
  const { pdf, text, bold } = await openPdf(JSON.stringify(sheet));
  pdf.setTitle(`Wheel ${sheet.wheel.mark}`);
  pdf.setCreationDate(new Date(`${sheet.date}T12:00:00Z`));
  let page = pdf.addPage([...A4]);
  let y = head(page, sheet, text, bold);
  const missed = foot(page, sheet, origin, text);

  const cautions = [sheetWords(sheet).after, CAUTIONS.manual, CAUTIONS.drum, CAUTIONS.linings].map((words) =>
    paragraph(words, text, 9.5, 13, 4),
  );
  const floor = FOOT + cautions.reduce((sum, c) => sum + c.height, 0) + 12;
  const overleaf: Block[] = [];
  const more = 13;
  for (const block of blocksOf(sheet, text, bold)) {
    // Once one has gone overleaf those behind it follow, so that the order stays.
    if (overleaf.length > 0 || y - block.height < floor + more) overleaf.push(block);
    else {
      block.put(page, y);
      y -= block.height;
    }
  }
  overleaf.push(...missed.map((words) => paragraph(words, text, 10, 13)));
  if (overleaf.length > 0) {
    paragraph("Continued overleaf.", bold, 10, 13).put(page, y);
    y -= more;
  }
  page.drawLine({ start: { x: MARGIN, y: y - 6 }, end: { x: WIDTH - MARGIN, y: y - 6 }, thickness: 0.8, color: INK });
  y -= 10;
  for (const caution of cautions) {
    caution.put(page, y);
    y -= caution.height;
  }

  if (overleaf.length > 0) {
    page = pdf.addPage([...A4]);
    y = HEIGHT - MARGIN;
    const title = paragraph(`Wheel ${sheet.wheel.mark}, continued`, bold, 14, 18, 8);
    for (const block of [title, ...overleaf]) {
      if (y - block.height < MARGIN) {
        page = pdf.addPage([...A4]);
        y = HEIGHT - MARGIN;
      }
      block.put(page, y);
      y -= block.height;
    }
  }
  figuresPage(pdf, sheet, text, bold);
  return pdf.save();
};
