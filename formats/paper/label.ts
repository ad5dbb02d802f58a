import { openPaper } from "./paper";

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

/** The label to tie on: the mark readable across the shop, a hole to thread the wire through. @param shop whose paper it is */
export const labelPdf = async (label: Label, shop: string): Promise<Uint8Array> => {
  const title = `Label ${label.mark}`;
  const { paper, text, bold } = openPaper({ title, author: shop, words: JSON.stringify(label), date: label.promised });
  paper.page([WIDTH, HEIGHT]);
  paper.ring({ x: WIDTH / 2, y: HEIGHT - 22 }, 9, 1);
  let y = HEIGHT - 86;
  const room = WIDTH - 2 * MARGIN;
  paper.text(label.mark, { x: MARGIN, y, size: paper.sizeToFit(label.mark, bold, room, 52, 7), face: bold, is: "H1" });
  const put = (words: string, size: number, face = text) => {
    for (const line of paper.wrap(words, face, size, room).slice(0, 3)) {
      y -= size * 1.3;
      paper.text(line, { x: MARGIN, y, size, face });
    }
  };
  y -= 8;
  put([label.machine, label.wheel].filter(Boolean).join(", "), 14, bold);
  put([label.customer, label.telephone].filter(Boolean).join(", "), 13);
  if (label.wanted) put(label.wanted, 12);
  put(label.promised ? `promised ${label.promised}` : "no day promised", 13, bold);
  y -= 8;
  paper.line({ from: { x: MARGIN, y }, to: { x: WIDTH - MARGIN, y }, width: 1 });
  put(`one side: ${label.sides[0]}, the other: ${label.sides[1]}`, 10);
  paper.group("Table", () => {
    for (const f of label.found) {
      y -= 18;
      if (y < MARGIN) break;
      paper.group("TR", () => {
        paper.text(`${f.label}:`, { x: MARGIN, y, size: 10.5, face: text, is: "TH" });
        const x = MARGIN + paper.widthOf(`${f.label}: `, text, 10.5);
        if (f.value) {
          const size = paper.sizeToFit(f.value, bold, WIDTH - MARGIN - x, 10.5, 5);
          paper.text(f.value, { x, y, size, face: bold, is: "TD" });
        } else paper.line({ from: { x, y: y - 1 }, to: { x: WIDTH - MARGIN, y: y - 1 }, width: 0.6 });
      });
    }
  });
  return paper.bytes();
};
