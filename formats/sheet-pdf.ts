import { type PDFDocument, type PDFFont, type PDFPage, rgb } from "pdf-lib";
import { create } from "qrcode";
import { CAUTIONS, type Sheet } from "@/core/sheet/sheet";
import { INK, openPdf, printable, wrap } from "./pdf-page";

/** Between two columns, points. */
const GAP = 14;
const RULE = rgb(0.498, 0.467, 0.4);
/** A4 in points, and its margin. */
const [WIDTH, HEIGHT, MARGIN] = [595.28, 841.89, 48];

const trace = (
  page: PDFPage,
  values: readonly (number | null)[],
  limit: number,
  label: string,
  y: number,
  face: PDFFont,
): void => {
  const left = MARGIN + 90;
  const width = WIDTH - MARGIN - left;
  const half = 26;
  const read = values.flatMap((v, i) => (v === null ? [] : [{ v, i }]));
  if (read.length < 2) return;
  const middle = (Math.max(...read.map((r) => r.v)) + Math.min(...read.map((r) => r.v))) / 2;
  const largest = Math.max(limit / 2, ...read.map((r) => Math.abs(r.v - middle)));
  const scale = [0.5, 1, 2, 5].find((s) => s >= largest) ?? 5;
  const at = (r: { v: number; i: number }) => ({
    x: left + ((r.i + 0.5) / values.length) * width,
    y: y + ((r.v - middle) / scale) * half,
  });
  page.drawText(label, { x: MARGIN, y: y + 4, size: 10, font: face, color: INK });
  page.drawText(`${scale} mm either way`, { x: MARGIN, y: y - 9, size: 8, font: face, color: INK });
  const band = (limit / 2 / scale) * half;
  for (const edge of [band, -band])
    page.drawLine({
      start: { x: left, y: y + edge },
      end: { x: left + width, y: y + edge },
      thickness: 0.6,
      color: RULE,
      dashArray: [2, 3],
    });
  read.slice(1).forEach((r, k) => {
    page.drawLine({ start: at(read[k]), end: at(r), thickness: 1.4, color: INK });
  });
  for (const r of read) page.drawCircle({ ...at(r), size: 1.6, color: INK });
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

/** Every figure and every round, for those who ask. */
const figuresPage = (pdf: PDFDocument, sheet: Sheet, text: PDFFont, bold: PDFFont): void => {
  let page = pdf.addPage([WIDTH, HEIGHT]);
  let y = HEIGHT - MARGIN;
  const line = (words: string, x: number, face: PDFFont = text, size = 9) =>
    page.drawText(printable(words, face), { x, y, size, font: face, color: INK });
  const next = (by = 13) => {
    y -= by;
    if (y > MARGIN) return;
    page = pdf.addPage([WIDTH, HEIGHT]);
    y = HEIGHT - MARGIN;
  };
  line(`Wheel ${sheet.wheel.mark}: every figure`, MARGIN, bold, 14);
  next(24);
  for (const f of sheet.figures) {
    line(f.label, MARGIN);
    for (const part of wrap(f.value, text, 9, 220)) {
      line(part, MARGIN + 280);
      next();
    }
  }
  if (sheet.rounds.length > 0) {
    next(10);
    line("Rounds: side to side, hop, nipples turned", MARGIN, bold, 11);
    next(16);
    for (const r of sheet.rounds) {
      line(`${r.number}:  ${r.lateral}, ${r.hop}, ${r.turned}`, MARGIN);
      next();
    }
  }
  if (sheet.tension) {
    next(10);
    line("Tension of each spoke from the valve, N", MARGIN, bold, 11);
    next(16);
    const all = sheet.tension.at.map((t, i) => `${i + 1}: ${t === null ? "–" : Math.round(t)}`);
    for (let i = 0; i < all.length; i += 8) {
      all.slice(i, i + 8).forEach((words, k) => {
        line(words, MARGIN + k * 62);
      });
      next();
    }
  }
};

/**
 * One A4 page for the customer, and a second with every figure: fonts embedded, everything from the sheet.
 *
 * @param origin address of this machine's record, before the link in the code
 */
export const sheetPdf = async (sheet: Sheet, origin = ""): Promise<Uint8Array> => {
  const { pdf, text, bold } = await openPdf();
  pdf.setTitle(`Wheel ${sheet.wheel.mark}`);
  pdf.setCreationDate(new Date(`${sheet.date}T12:00:00Z`));
  const page = pdf.addPage([WIDTH, HEIGHT]);
  let y = HEIGHT - MARGIN - 18;
  const write = (words: string, x: number, size: number, face: PDFFont) =>
    page.drawText(printable(words, face), { x, y, size, font: face, color: INK });
  const rule = (thickness = 0.8) =>
    page.drawLine({ start: { x: MARGIN, y }, end: { x: WIDTH - MARGIN, y }, thickness, color: INK });
  write(`Wheel ${sheet.wheel.mark}`, MARGIN, 22, bold);
  page.drawText(sheet.date, {
    x: WIDTH - MARGIN - text.widthOfTextAtSize(sheet.date, 12),
    y,
    size: 12,
    font: text,
    color: INK,
  });
  y -= 24;
  const wheelLine = [sheet.wheel.machine, sheet.wheel.place, `${sheet.wheel.holes} spokes`, sheet.wheel.work];
  for (const line of wrap(wheelLine.filter(Boolean).join(", "), text, 12, WIDTH - 2 * MARGIN)) {
    write(line, MARGIN, 12, text);
    y -= 17;
  }
  write(sheet.customer ? `For ${sheet.customer}` : "", MARGIN, 12, text);
  y -= 12;
  rule(1.4);
  y -= 22;
  const columns = [MARGIN, MARGIN + 178, MARGIN + 330];
  ["", "as found", "as returned"].forEach((h, i) => {
    write(h, columns[i], 10, text);
  });
  for (const line of sheet.lines) {
    y -= 21;
    write(line.label, columns[0], 11, text);
    const found = wrap(line.found, text, 10, columns[2] - columns[1] - GAP);
    const returned = wrap(line.returned, text, 10, WIDTH - MARGIN - columns[2]);
    for (let k = 0; k < Math.max(found.length, returned.length); k++) {
      if (k > 0) y -= 13;
      write(found[k] ?? "", columns[1], 10, text);
      write(returned[k] ?? "", columns[2], 10, text);
    }
  }
  y -= 22;
  const t = sheet.tolerance;
  const chosen = `Tolerance chosen: ${t.name}: ${t.lateral} mm side to side, ${t.radial} mm hop, ${t.offset} mm offset, tension within ${Math.round(t.tensionSpread * 100)} % of its side.`;
  for (const line of wrap(chosen, text, 10, WIDTH - 2 * MARGIN)) {
    write(line, MARGIN, 10, text);
    y -= 13;
  }
  if (sheet.trace) {
    y -= 20;
    write("From the valve once round, as returned", MARGIN, 10, bold);
    y -= 44;
    trace(page, sheet.trace.lateral, t.lateral, "side to side", y, text);
    y -= 74;
    trace(page, sheet.trace.radial, t.radial, "hop", y, text);
    y -= 44;
  }
  if (sheet.tension) {
    for (const line of wrap(`How even: ${sheet.tension.evenness}.`, text, 10, WIDTH - 2 * MARGIN)) {
      write(line, MARGIN, 10, text);
      y -= 13;
    }
  }
  for (const note of sheet.notes.slice(0, 8))
    for (const line of wrap(note, text, 10, WIDTH - 2 * MARGIN)) {
      write(line, MARGIN, 10, bold);
      y -= 13;
    }
  if (sheet.assumed.length > 0) {
    for (const line of wrap(`Assumed, not measured: ${sheet.assumed.join(", ")}.`, text, 9, WIDTH - 2 * MARGIN)) {
      write(line, MARGIN, 9, text);
      y -= 12;
    }
  }
  y -= 8;
  rule();
  y -= 16;
  for (const caution of [CAUTIONS.after, CAUTIONS.manual, CAUTIONS.drum, CAUTIONS.linings]) {
    for (const line of wrap(caution, text, 9.5, WIDTH - 2 * MARGIN)) {
      write(line, MARGIN, 9.5, text);
      y -= 13;
    }
    y -= 4;
  }
  y = MARGIN + 26;
  page.drawLine({ start: { x: MARGIN, y: y - 4 }, end: { x: MARGIN + 240, y: y - 4 }, thickness: 0.8, color: INK });
  if (sheet.signedBy) write(sheet.signedBy, MARGIN + 4, 13, text);
  y -= 18;
  write("signed", MARGIN, 9, text);
  const shopLines = [sheet.shop, ...sheet.address.split("\n")].filter(Boolean).slice(0, 3);
  shopLines.forEach((line, i) => {
    page.drawText(printable(line, text), { x: MARGIN + 260, y: MARGIN + 34 - 12 * i, size: 9, font: text, color: INK });
  });
  if (origin !== "") {
    drawCode(page, origin + sheet.link, WIDTH - MARGIN - 62, MARGIN - 8, 62);
    page.drawText(printable("opens this wheel's record, on the shop's own machine only", text), {
      x: WIDTH - MARGIN - 225,
      y: MARGIN - 20,
      size: 7.5,
      font: text,
      color: INK,
    });
  }
  figuresPage(pdf, sheet, text, bold);
  return pdf.save();
};
