import { openPaper } from "./paper";

/** One line of the card on the wall. */
export interface CardLine {
  readonly rimHole: number | null;
  readonly side: "A" | "B";
  readonly sideName: string;
  readonly hubHole: string;
  readonly head: "outside" | "inside";
  readonly passes: string;
}
interface Card {
  readonly title: string;
  readonly order: string;
  readonly lines: readonly CardLine[];
}

const [WIDTH, HEIGHT, MARGIN] = [595.28, 841.89, 36];
/** Where the columns of a half stand. */
const COLUMNS = [0, 34, 54, 116, 170] as const;

/** The lacing on one A4 page for the wall: two columns, large figures, sides told by shape so that it reads in black and white. */
export const lacingCard = async ({ title, order, lines }: Card, shop: string): Promise<Uint8Array> => {
  const words = JSON.stringify([title, order, lines]);
  const { paper, text, bold } = openPaper({ title: `Lacing ${title}`, author: shop, words, date: "" });
  paper.page([WIDTH, HEIGHT]);
  const y = HEIGHT - MARGIN - 14;
  const size = paper.sizeToFit(title, bold, WIDTH - 2 * MARGIN, 18, 5);
  paper.text(title, { x: MARGIN, y, size, face: bold, is: "H1" });
  const seen = lines.find((l) => l.side === "A")?.sideName ?? "one side";
  const how = `${order}. Holes count clockwise from the valve, seen from the ${seen}.`;
  paper.text(how, { x: MARGIN, y: y - 18, size: 10, face: text });
  const perColumn = Math.ceil(lines.length / 2);
  const top = HEIGHT - MARGIN - 58;
  const row = Math.min(30, (top - MARGIN) / (perColumn + 1));
  const figure = Math.min(17, row * 0.62);
  const width = (WIDTH - 2 * MARGIN - 16) / 2;
  for (let column = 0; column < 2; column++) {
    const left = MARGIN + column * (width + 16);
    paper.group("Table", () => {
      paper.group("TR", () => {
        for (const [i, words] of ["rim", "", "hub", "head", "passes"].entries())
          paper.text(words, { x: left + COLUMNS[i], y: top, size: 8, face: text, is: "TH" });
      });
      for (const [k, line] of lines.slice(column * perColumn, (column + 1) * perColumn).entries()) {
        const at = { left, y: top - row * (k + 1), size: figure };
        paper.line({
          from: { x: left, y: at.y - row * 0.28 },
          to: { x: left + width, y: at.y - row * 0.28 },
          width: 0.4,
        });
        paper.group("TR", () => cardLine(line, at));
      }
    });
  }
  for (const [i, side] of (["A", "B"] as const).entries()) {
    const x = MARGIN + i * 180;
    if (side === "A") paper.dot({ x: x + 5, y: MARGIN - 8 }, 5);
    else paper.outline("M0 -10L6 0H-6Z", { x: x + 5, y: MARGIN - 13 }, 1.3);
    const name = lines.find((l) => l.side === side)?.sideName ?? "";
    paper.text(name, { x: x + 16, y: MARGIN - 12, size: 10, face: text });
  }
  return paper.bytes();

  function cardLine(l: CardLine, at: { readonly left: number; readonly y: number; readonly size: number }): void {
    const put = (words: string, x: number, by: number, face = text) =>
      paper.text(words, { x: at.left + x, y: at.y, size: by, face, is: "TD" });
    const middle = { x: at.left + 42, y: at.y };
    if (l.side === "A") paper.dot({ ...middle, y: at.y + at.size * 0.32 }, at.size * 0.32);
    else paper.outline(`M0 ${-at.size * 0.7}L${at.size * 0.4} 0H${-at.size * 0.4}Z`, middle, 1.3);
    if (l.rimHole === null) {
      const hub = `into the hub: ${l.hubHole}`;
      put(hub, COLUMNS[2], paper.sizeToFit(hub, text, width - 60, 8, 5));
      return;
    }
    put(String(l.rimHole), COLUMNS[0], at.size, bold);
    put(l.hubHole, COLUMNS[2], at.size, bold);
    put(l.head, COLUMNS[3], at.size * 0.72);
    put(l.passes, COLUMNS[4], at.size * 0.66);
  }
};
