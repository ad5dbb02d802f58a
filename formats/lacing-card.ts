import { draw, INK, openPdf, sizeToFit } from "./pdf-page";

/** One line of the card on the wall. */
export interface CardLine {
  readonly rimHole: number | null;
  readonly side: "A" | "B";
  readonly sideName: string;
  readonly hubHole: string;
  readonly head: "outside" | "inside";
  readonly passes: string;
}

const [WIDTH, HEIGHT, MARGIN] = [595.28, 841.89, 36];

/** The lacing on one A4 page for the wall: two columns, large figures, sides told by shape so that it reads in black and white. */
export const lacingCard = async (title: string, order: string, lines: readonly CardLine[]): Promise<Uint8Array> => {
  const { pdf, text, bold } = await openPdf(JSON.stringify([title, order, lines]));
  pdf.setTitle(`Lacing ${title}`);
  const page = pdf.addPage([WIDTH, HEIGHT]);
  const put = (words: string, x: number, y: number, size: number, face = text) =>
    draw(page, words, { x, y, size, face });
  put(title, MARGIN, HEIGHT - MARGIN - 14, sizeToFit(title, bold, WIDTH - 2 * MARGIN, 18, 5), bold);
  put(
    `${order}. Holes count clockwise from the valve, seen from the ${lines.find((l) => l.side === "A")?.sideName ?? "one side"}.`,
    MARGIN,
    HEIGHT - MARGIN - 32,
    10,
  );
  const perColumn = Math.ceil(lines.length / 2);
  const top = HEIGHT - MARGIN - 58;
  const row = Math.min(30, (top - MARGIN) / (perColumn + 1));
  const size = Math.min(17, row * 0.62);
  const width = (WIDTH - 2 * MARGIN - 16) / 2;
  for (let column = 0; column < 2; column++) {
    const x = MARGIN + column * (width + 16);
    ["rim", "", "hub", "head", "passes"].forEach((h, i) => {
      put(h, x + [0, 34, 54, 116, 170][i], top, 8);
    });
  }
  lines.forEach((l, i) => {
    const x = MARGIN + (i >= perColumn ? width + 16 : 0);
    const y = top - row * ((i % perColumn) + 1);
    page.drawLine({
      start: { x, y: y - row * 0.28 },
      end: { x: x + width, y: y - row * 0.28 },
      thickness: 0.4,
      color: INK,
    });
    if (l.side === "A") page.drawCircle({ x: x + 42, y: y + size * 0.32, size: size * 0.32, color: INK });
    else
      page.drawSvgPath(`M0 ${-size * 0.7}L${size * 0.4} 0H${-size * 0.4}Z`, {
        x: x + 42,
        y: y,
        borderColor: INK,
        borderWidth: 1.3,
      });
    if (l.rimHole !== null) put(String(l.rimHole), x, y, size, bold);
    const hub = l.rimHole === null ? `into the hub: ${l.hubHole}` : l.hubHole;
    const hubSize = l.rimHole === null ? sizeToFit(hub, text, width - 60, 8, 5) : size;
    put(hub, x + 54, y, hubSize, l.rimHole === null ? text : bold);
    if (l.rimHole !== null) {
      put(l.head, x + 116, y, size * 0.72);
      put(l.passes, x + 170, y, size * 0.66);
    }
  });
  for (const [i, side] of (["A", "B"] as const).entries()) {
    const x = MARGIN + i * 180;
    if (side === "A") page.drawCircle({ x: x + 5, y: MARGIN - 8, size: 5, color: INK });
    else page.drawSvgPath("M0 -10L6 0H-6Z", { x: x + 5, y: MARGIN - 13, borderColor: INK, borderWidth: 1.3 });
    put(lines.find((l) => l.side === side)?.sideName ?? "", x + 16, MARGIN - 12, 10);
  }
  return pdf.save();
};
