import type { Sheet } from "@/core/sheet/sheet";
import { tensionFigure } from "@/core/units/show-force";
import { A4, type Face, type Leaf, MARGIN, type Paper } from "./paper";

const VALUES = MARGIN + 280;
const SIZE = 9;

/** Every figure and every round, for those who ask; as many pages as they take. */
export const figuresPage = (paper: Paper, sheet: Sheet, text: Face, bold: Face): void => {
  const { wrap, widthOf } = paper;
  paper.page(A4);
  let y = A4[1] - MARGIN;
  const line = (words: string, x: number, face: Face = text, size = SIZE, is: Leaf = "P") =>
    paper.text(words, { x, y, size, face, is });
  const next = (by = 13) => {
    y -= by;
    if (y > MARGIN) return;
    paper.page(A4);
    y = A4[1] - MARGIN;
  };
  const heading = (words: string) => {
    next(10);
    line(words, MARGIN, bold, 11, "H2");
    next(16);
  };
  for (const part of wrap(`Wheel ${sheet.wheel.mark}: every figure`, bold, 14, A4[0] - 2 * MARGIN)) {
    line(part, MARGIN, bold, 14, "H1");
    next(18);
  }
  next(6);
  paper.group("Table", () => {
    for (const f of sheet.figures) {
      const labels = wrap(f.label, text, SIZE, VALUES - MARGIN - 10);
      const values = wrap(f.value, text, SIZE, A4[0] - MARGIN - VALUES);
      paper.group("TR", () => {
        for (let k = 0; k < Math.max(labels.length, values.length); k++) {
          line(labels[k] ?? "", MARGIN, text, SIZE, "TH");
          line(values[k] ?? "", VALUES, text, SIZE, "TD");
          next();
        }
      });
    }
  });
  if (sheet.assumed.length > 0) {
    heading("Assumed, not measured");
    for (const words of wrap(`${sheet.assumed.join(", ")}.`, text, SIZE, A4[0] - 2 * MARGIN)) {
      line(words, MARGIN);
      next();
    }
  }
  if (sheet.rounds.length > 0) {
    heading("Rounds: side to side, hop, nipples turned");
    for (const r of sheet.rounds) {
      line(`${r.number}:  ${r.lateral}, ${r.hop}, ${r.turned}`, MARGIN);
      next();
    }
  }
  if (sheet.tension) {
    heading("Tension of each spoke from the valve, N");
    const all = sheet.tension.at.map((t, i) => `${i + 1}: ${t === null ? "–" : tensionFigure(t)}`);
    const column = Math.max(62, ...all.map((words) => widthOf(words, text, SIZE) + 8));
    const columns = Math.floor((A4[0] - 2 * MARGIN) / column);
    for (let i = 0; i < all.length; i += columns) {
      all.slice(i, i + columns).forEach((words, k) => {
        line(words, MARGIN + k * column);
      });
      next();
    }
  }
};
