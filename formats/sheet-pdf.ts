import { type PDFFont, type PDFPage, rgb } from "pdf-lib";
import { CAUTIONS, type Sheet } from "@/core/sheet/sheet";
import { INK, openPdf, printable, wrap } from "./pdf-page";

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

/** One A4 page for the customer: fonts embedded, every figure from the sheet. */
export const sheetPdf = async (sheet: Sheet): Promise<Uint8Array> => {
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
    write(line.found, columns[1], 10, text);
    for (const part of wrap(line.returned, text, 10, WIDTH - MARGIN - columns[2])) {
      write(part, columns[2], 10, text);
      y -= 13;
    }
    y += 13;
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
  return pdf.save();
};
