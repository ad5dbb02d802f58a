import { INK, openPdf, printable, wrap } from "./pdf-page";

/** What hangs on the wheel while it is in the shop. */
export interface Label {
  readonly mark: string;
  readonly customer: string;
  readonly telephone: string;
  readonly machine: string;
  readonly wheel: string;
  readonly wanted: string;
  readonly promised: string;
  readonly sides: readonly [string, string];
  /** Taken before the key went on, in words; what was not taken has a line to write on. */
  readonly found: readonly { readonly label: string; readonly value: string | null }[];
}

/** A6 upright in points: two go on half a sheet, and a wheel's spokes hold one. */
const [WIDTH, HEIGHT, MARGIN] = [297.64, 419.53, 20];

/** The label to tie on: the mark readable across the shop, a hole to thread the wire through. */
export const labelPdf = async (label: Label): Promise<Uint8Array> => {
  const { pdf, text, bold } = await openPdf();
  pdf.setTitle(`Label ${label.mark}`);
  const page = pdf.addPage([WIDTH, HEIGHT]);
  page.drawCircle({ x: WIDTH / 2, y: HEIGHT - 22, size: 9, borderColor: INK, borderWidth: 1 });
  let y = HEIGHT - 86;
  const room = WIDTH - 2 * MARGIN;
  const sizeFor = (words: string, most: number) => {
    let size = most;
    while (size > 9 && bold.widthOfTextAtSize(words, size) > room) size--;
    return size;
  };
  const mark = printable(label.mark, bold);
  page.drawText(mark, { x: MARGIN, y, size: sizeFor(mark, 52), font: bold, color: INK });
  const put = (words: string, size: number, face = text) => {
    for (const line of wrap(printable(words, face), face, size, room).slice(0, 3)) {
      y -= size * 1.3;
      page.drawText(line, { x: MARGIN, y, size, font: face, color: INK });
    }
  };
  y -= 8;
  put([label.machine, label.wheel].filter(Boolean).join(", "), 14, bold);
  put([label.customer, label.telephone].filter(Boolean).join(", "), 13);
  if (label.wanted) put(label.wanted, 12);
  put(label.promised ? `promised ${label.promised}` : "no day promised", 13, bold);
  y -= 8;
  page.drawLine({ start: { x: MARGIN, y }, end: { x: WIDTH - MARGIN, y }, thickness: 1, color: INK });
  put(`one side: ${label.sides[0]}, the other: ${label.sides[1]}`, 10);
  for (const f of label.found) {
    y -= 18;
    if (y < MARGIN) break;
    page.drawText(printable(`${f.label}:`, text), { x: MARGIN, y, size: 10.5, font: text, color: INK });
    const x = MARGIN + text.widthOfTextAtSize(`${printable(f.label, text)}: `, 10.5);
    if (f.value) page.drawText(printable(f.value, bold), { x, y, size: 10.5, font: bold, color: INK });
    else page.drawLine({ start: { x, y: y - 1 }, end: { x: WIDTH - MARGIN, y: y - 1 }, thickness: 0.6, color: INK });
  }
  return pdf.save();
};
