import { moneyWords, type Quote } from "@/core/shop/quote";
import { A4, type Face, type Leaf, MARGIN, openPaper } from "./paper";

/** What stands above a quote. */
export interface QuoteHead {
  readonly mark: string;
  readonly machine: string;
  readonly customer: string;
  readonly wanted: string;
  readonly date: string;
  readonly shop: string;
  readonly address: string;
}

const [WIDTH, HEIGHT] = A4;
const RIGHT = WIDTH - MARGIN;
const COUNT = MARGIN + 300;
const EACH = MARGIN + 390;

/** What the work would cost, line by line; as many pages as it takes. */
export const quotePdf = async (head: QuoteHead, quote: Quote): Promise<Uint8Array> => {
  const { paper, text, bold } = openPaper({
    ...{ title: `Quote ${head.mark}`, author: head.shop, words: JSON.stringify({ head, quote }), date: head.date },
  });
  const { widthOf, wrap, sizeToFit } = paper;
  paper.page(A4);
  let y = HEIGHT - MARGIN - 18;
  const next = (by: number) => {
    y -= by;
    if (y > MARGIN + 40) return;
    paper.page(A4);
    y = HEIGHT - MARGIN;
  };
  const at = (words: string, x: number, size = 11, face: Face = text, is: Leaf = "P") =>
    paper.text(words, { x, y, size, face, is });
  const right = (words: string, x: number, size = 11, face: Face = text, is: Leaf = "P") =>
    at(words, x - widthOf(words, face, size), size, face, is);
  const rule = () => paper.line({ from: { x: MARGIN, y: y - 6 }, to: { x: RIGHT, y: y - 6 }, width: 0.8 });
  const title = `Quote, wheel ${head.mark}`;
  at(title, MARGIN, sizeToFit(title, bold, RIGHT - MARGIN - 90, 22, 7), bold, "H1");
  right(head.date, RIGHT, 12);
  next(24);
  for (const words of [head.machine, head.customer && `For ${head.customer}`, head.wanted])
    for (const line of wrap(words, text, 12, RIGHT - MARGIN)) {
      at(line, MARGIN, 12);
      next(16);
    }
  rule();
  next(26);
  paper.group("Table", () => {
    for (const l of quote.lines)
      paper.group("TR", () => {
        for (const [k, line] of wrap(l.label, text, 11, COUNT - MARGIN - 60).entries()) {
          if (k > 0) next(13);
          at(line, MARGIN, 11, text, "TH");
        }
        right(`${l.count}${l.unit ? ` ${l.unit}` : ""}`, COUNT, 11, text, "TD");
        right(l.each === null ? "to be told" : moneyWords(l.each, ""), EACH, 11, text, "TD");
        if (l.amount !== null) right(moneyWords(l.amount, ""), RIGHT, 11, text, "TD");
        next(18);
      });
  });
  y += 8;
  rule();
  next(26);
  const sums: [string, number][] = [
    ["together", quote.net],
    [`tax, ${quote.taxPercent} %`, quote.tax],
  ];
  for (const [label, amount] of quote.taxPercent > 0 ? sums : []) {
    at(label, MARGIN);
    right(moneyWords(amount, ""), RIGHT);
    next(18);
  }
  at("in all", MARGIN, 14, bold);
  right(moneyWords(quote.total, quote.currency), RIGHT, 14, bold);
  next(28);
  const notes = [
    quote.unpriced.length > 0 ? `Not in it, for nobody knows its price yet: ${quote.unpriced.join(", ")}.` : "",
    `About ${quote.hours.likely} hours at the bench; one wheel in two takes between ${quote.hours.low} and ${quote.hours.high}. What is found once the wheel is apart is told before it is done.`,
    [head.shop, ...head.address.split("\n")].filter(Boolean).join(", "),
  ];
  for (const words of notes.filter(Boolean)) {
    for (const line of wrap(words, text, 10, RIGHT - MARGIN)) {
      at(line, MARGIN, 10);
      next(14);
    }
    next(4);
  }
  return paper.bytes();
};
