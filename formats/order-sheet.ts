import { type Decimal, writeList } from "./lists/written";
import { type Leaf, openPaper } from "./paper/paper";

/** What goes to whoever makes or sells the spokes. mm. */
export interface OrderSheet {
  readonly mark: string;
  readonly machine: string;
  readonly date: string;
  readonly lines: readonly {
    readonly length: number;
    readonly count: number;
    readonly spares: number;
    readonly forWhat: string;
  }[];
  readonly material: string;
  readonly butting: string;
  readonly head: string;
  readonly diameter: number;
  /** Wire gauge where the thickness is one; null otherwise. */
  readonly gauge: number | null;
  readonly pitch: number;
  readonly threadLength: number;
  readonly nipples: number;
  readonly washers: string;
  readonly grams: number;
  readonly assumed: readonly string[];
}

export const orderCsv = (o: OrderSheet, decimal: Decimal): string =>
  writeList(
    decimal,
    [
      "length_mm",
      "pieces",
      "spares",
      "total",
      "diameter_mm",
      "thread_pitch_mm",
      "thread_mm",
      "material",
      "butting",
      "bend_and_head",
      "for",
    ],
    o.lines.map((l) => [
      l.length,
      l.count,
      l.spares,
      l.count + l.spares,
      Number(o.diameter.toFixed(3)),
      Number(o.pitch.toFixed(4)),
      o.threadLength,
      o.material,
      o.butting,
      o.head,
      // Lengths stand in its words too.
      decimal === "comma" ? l.forWhat.replace(/(\d)\.(\d)/g, "$1,$2") : l.forWhat,
    ]),
  );

const [WIDTH, HEIGHT, MARGIN] = [595.28, 841.89, 56];

/** One A4 page: lengths large, everything a spoke maker asks under them. */
export const orderPdf = async (o: OrderSheet, shop: string): Promise<Uint8Array> => {
  const about = { title: `Spokes for ${o.mark}`, author: shop, words: JSON.stringify(o), date: o.date };
  const { paper, text, bold } = openPaper(about);
  const { widthOf, wrap, sizeToFit } = paper;
  paper.page([WIDTH, HEIGHT]);
  let y = HEIGHT - MARGIN - 16;
  const put = (words: string, x: number, size: number, face = text, is: Leaf = "P") =>
    paper.text(words, { x, y, size, face, is });
  const rule = () => paper.line({ from: { x: MARGIN, y }, to: { x: WIDTH - MARGIN, y }, width: 1 });
  const title = `Spokes for ${o.mark}`;
  put(title, MARGIN, sizeToFit(title, bold, WIDTH - 2 * MARGIN - widthOf(o.date, text, 12) - 14, 22, 7), bold, "H1");
  put(o.date, WIDTH - MARGIN - widthOf(o.date, text, 12), 12);
  y -= 20;
  for (const line of wrap(o.machine, text, 12, WIDTH - 2 * MARGIN)) {
    put(line, MARGIN, 12);
    y -= 16;
  }
  rule();
  y -= 24;
  const columns = [MARGIN, MARGIN + 120, MARGIN + 210, MARGIN + 290];
  paper.group("Table", () => {
    paper.group("TR", () => {
      for (const [i, h] of ["length, mm", "pieces", "spares", "for"].entries()) put(h, columns[i], 10, text, "TH");
    });
    for (const l of o.lines)
      paper.group("TR", () => {
        y -= 26;
        put(String(l.length), columns[0], 18, bold, "TD");
        put(String(l.count), columns[1], 14, text, "TD");
        put(String(l.spares), columns[2], 14, text, "TD");
        for (const line of wrap(l.forWhat, text, 10, WIDTH - MARGIN - columns[3])) {
          put(line, columns[3], 10, text, "TD");
          y -= 12;
        }
        y += 12;
      });
  });
  y -= 22;
  rule();
  const facts = [
    ["thickness", `${Number(o.diameter.toFixed(3))} mm${o.gauge ? `, ${o.gauge} swg` : ""}`],
    ["material", `${o.material}, ${o.butting}`],
    ["bend and head", o.head || "as sample"],
    [
      "thread",
      `${(25.4 / o.pitch).toFixed(0)} to the inch (${Number(o.pitch.toFixed(4))} mm a turn), ${o.threadLength} mm long, rolled`,
    ],
    ["nipples", `${o.nipples} to match`],
    ["washers", o.washers],
    ["weight", `${Math.round(o.grams)} g of spokes without spares`],
  ];
  paper.group("Table", () => {
    for (const [label, value] of facts)
      paper.group("TR", () => {
        y -= 20;
        put(label, MARGIN, 11, text, "TH");
        for (const [i, line] of wrap(value, bold, 11, WIDTH - MARGIN - columns[1]).entries()) {
          if (i > 0) y -= 14;
          put(line, columns[1], 11, bold, "TD");
        }
      });
  });
  y -= 30;
  const notes = [
    "Measured from the inside of the bend (straight spokes: from under the head) to the end of the thread.",
    ...(o.assumed.length > 0 ? [`Assumed, not measured: ${o.assumed.join(", ")}.`] : []),
  ];
  for (const note of notes)
    for (const line of wrap(note, text, 10, WIDTH - 2 * MARGIN)) {
      put(line, MARGIN, 10);
      y -= 14;
    }
  return paper.bytes();
};
