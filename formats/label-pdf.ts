import { draw, INK, openPdf, sizeToFit, widthOf, wrap } from "./pdf-page";

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
  const { pdf, text, bold } = await openPdf(JSON.stringify(label));
  pdf.setTitle(`Label ${label.mark}`);
  const page = pdf.addPage([WIDTH, HEIGHT]);
  page.drawCircle({ x: WIDTH / 2, y: HEIGHT - 22, size: 9, borderColor: INK, borderWidth: 1 });
  let y = HEIGHT - 86;
  const room = WIDTH - 2 * MARGIN;
  draw(page, label.mark, { x: MARGIN, y, size: sizeToFit(label.mark, bold, room, 52, 7), face: bold });
  const put = (words: string, size: number, face = text) => {
    for (const line of wrap(words, face, size, room).slice(0, 3)) {
      y -= size * 1.3;
      draw(page, line, { x: MARGIN, y, size, face });
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
    draw(page, `${f.label}:`, { x: MARGIN, y, size: 10.5, face: text });
    const x = MARGIN + widthOf(`${f.label}: `, text, 10.5);
    if (f.value) draw(page, f.value, { x, y, size: sizeToFit(f.value, bold, WIDTH - MARGIN - x, 10.5, 5), face: bold });
    else page.drawLine({ start: { x, y: y - 1 }, end: { x: WIDTH - MARGIN, y: y - 1 }, thickness: 0.6, color: INK });
  }
  return pdf.save();
};
