import type { DrillingPlan } from "@/core/rim/drilling-plan";
import { type Decimal, writeList } from "./lists/written";
import { INK, openPaper, PALE } from "./paper/paper";

/** A strip of paper to wrap round the rim: its width in mm. */
const STRIP = 40;
const LEAD = 10;

/** mm along the strip and across it (0 at its middle, + towards side A, up on paper). */
const marks = (plan: DrillingPlan) => plan.holes.map((h) => ({ ...h, x: LEAD + h.tape, y: h.aside }));

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

export const drillingCsv = (
  plan: DrillingPlan,
  names: { readonly A: string; readonly B: string },
  decimal: Decimal,
): string =>
  writeList(
    decimal,
    ["hole", "tape_mm", "tape_inch", "side", "off_middle_mm", "towards_flange_deg", "along_rim_deg"],
    plan.holes.map((h) => [
      h.hole,
      rounded(h.tape, 2),
      rounded(h.tape / 25.4, 3),
      names[h.side],
      rounded(Math.abs(h.aside), 2),
      rounded(h.lateralDeg, 1),
      rounded(h.tangentialDeg, 1),
    ]),
  );

/** One to one in mm: the strip, its middle, valve at both ends, a cross at every hole. */
export const drillingSvg = (plan: DrillingPlan): string => {
  const width = plan.circumference + 2 * LEAD;
  const cross = (x: number, y: number) =>
    `<path class="hole" data-tape="${(x - LEAD).toFixed(3)}" d="M${(x - 3).toFixed(3)} ${(STRIP / 2 - y).toFixed(3)}h6M${x.toFixed(3)} ${(STRIP / 2 - y - 3).toFixed(3)}v6"/>`;
  const ends = [LEAD, LEAD + plan.circumference]
    .map((x) => `<path d="M${x.toFixed(3)} 0V${STRIP}"/><text x="${(x + 1).toFixed(3)}" y="4">valve</text>`)
    .join("");
  const numbers = marks(plan)
    .map((m) => `<text x="${(m.x + 1.5).toFixed(3)}" y="${(STRIP / 2 - m.y - 3.5).toFixed(3)}">${m.hole}</text>`)
    .join("");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(3)}mm" height="${STRIP}mm" viewBox="0 0 ${width.toFixed(3)} ${STRIP}" fill="none" stroke="#1e2526" stroke-width="0.2" font-size="3.5" font-family="sans-serif"><rect x="0" y="0" width="${width.toFixed(3)}" height="${STRIP}"/><path stroke-dasharray="6 2" d="M0 ${STRIP / 2}H${width.toFixed(3)}"/>${ends}${marks(
    plan,
  )
    .map((m) => cross(m.x, m.y))
    .join("")}<g fill="#1e2526" stroke="none">${numbers}</g></svg>\n`;
};

/** A drawing exchange file of the oldest kind (R12), in mm: lines, a circle of 2 mm and its number at every hole. */
export const drillingDxf = (plan: DrillingPlan): string => {
  const out: (string | number)[] = [];
  const group = (...pairs: (string | number)[]) => out.push(...pairs);
  const line = (layer: string, x1: number, y1: number, x2: number, y2: number) =>
    group(
      0,
      "LINE",
      8,
      layer,
      10,
      x1.toFixed(4),
      20,
      y1.toFixed(4),
      30,
      0,
      11,
      x2.toFixed(4),
      21,
      y2.toFixed(4),
      31,
      0,
    );
  group(
    0,
    "SECTION",
    2,
    "HEADER",
    9,
    "$ACADVER",
    1,
    "AC1009",
    9,
    "$INSUNITS",
    70,
    4,
    0,
    "ENDSEC",
    0,
    "SECTION",
    2,
    "ENTITIES",
  );
  const length = plan.circumference;
  line("STRIP", 0, -STRIP / 2, length, -STRIP / 2);
  line("STRIP", 0, STRIP / 2, length, STRIP / 2);
  line("VALVE", 0, -STRIP / 2, 0, STRIP / 2);
  line("VALVE", length, -STRIP / 2, length, STRIP / 2);
  line("MIDDLE", 0, 0, length, 0);
  for (const h of plan.holes) {
    const layer = `HOLES_${h.side}`;
    group(0, "CIRCLE", 8, layer, 10, h.tape.toFixed(4), 20, h.aside.toFixed(4), 30, 0, 40, 1);
    group(
      0,
      "TEXT",
      8,
      "NUMBERS",
      10,
      (h.tape + 1.5).toFixed(4),
      20,
      (h.aside + 1.5).toFixed(4),
      30,
      0,
      40,
      3,
      1,
      h.hole,
    );
  }
  group(0, "ENDSEC", 0, "EOF");
  const lines: string[] = [];
  for (let i = 0; i < out.length; i += 2) lines.push(String(out[i]).padStart(3), String(out[i + 1]));
  return `${lines.join("\r\n")}\r\n`;
};

const POINT = 72 / 25.4;
/** A4 lying, mm; what one sheet shows of the strip, and how much the next shows again. */
const SHEET = { width: 297, height: 210, margin: 15 };
export const TILE = { shows: 250, again: 10 };

/** The strip one to one in tiles: three strips a sheet, a registration cross at each end of a tile, a 100 mm check line. */
export const drillingPdf = async (plan: DrillingPlan, mark: string, shop: string): Promise<Uint8Array> => {
  const title = `Drilling strip ${mark}`;
  const { paper, text, bold } = openPaper({ title, author: shop, words: title, date: "" });
  const total = plan.circumference + 2 * LEAD;
  const step = TILE.shows - TILE.again;
  const tiles = Math.ceil((total - TILE.again) / step);
  const rows = 3;
  for (let first = 0; first < tiles; first += rows) {
    paper.page([SHEET.width * POINT, SHEET.height * POINT]);
    const put = (words: string, x: number, y: number, size: number, face = text) =>
      paper.text(words, { x: x * POINT, y: y * POINT, size, face });
    const line = (x1: number, y1: number, x2: number, y2: number, thickness = 0.5, color = INK) =>
      paper.line({
        from: { x: x1 * POINT, y: y1 * POINT },
        to: { x: x2 * POINT, y: y2 * POINT },
        width: thickness,
        color,
      });
    put(
      `Drilling strip ${mark}, tiles ${first + 1} to ${Math.min(tiles, first + rows)} of ${tiles}; print at 100 %, no fitting to the page`,
      SHEET.margin,
      SHEET.height - 10,
      9,
      bold,
    );
    line(SHEET.margin, SHEET.height - 16, SHEET.margin + 100, SHEET.height - 16, 1);
    for (const x of [0, 100]) line(SHEET.margin + x, SHEET.height - 18, SHEET.margin + x, SHEET.height - 14, 1);
    put("100 mm", SHEET.margin + 102, SHEET.height - 17, 8);
    for (let row = 0; row < rows && first + row < tiles; row++) {
      const tile = first + row;
      const from = tile * step;
      const to = Math.min(total, from + TILE.shows);
      const middle = SHEET.height - 48 - row * 58;
      const x = (mm: number) => SHEET.margin + mm - from;
      const inside = (mm: number) => mm >= from - 1e-6 && mm <= to + 1e-6;
      for (const edge of [-STRIP / 2, STRIP / 2]) line(x(from), middle + edge, x(to), middle + edge);
      line(x(from), middle, x(to), middle, 0.3, PALE);
      // Lay the cross of one tile on the cross of the next.
      for (const at of [from + TILE.again / 2, from + TILE.shows - TILE.again / 2]) {
        if (!inside(at) || at > total - TILE.again / 2) continue;
        line(x(at) - 4, middle + STRIP / 2 + 4, x(at) + 4, middle + STRIP / 2 + 4, 0.6);
        line(x(at), middle + STRIP / 2, x(at), middle + STRIP / 2 + 8, 0.6);
      }
      for (const valve of [LEAD, LEAD + plan.circumference])
        if (inside(valve)) {
          line(x(valve), middle - STRIP / 2, x(valve), middle + STRIP / 2, 1.2);
          put("valve", x(valve) + 1, middle - STRIP / 2 + 2, 8);
        }
      for (const m of marks(plan)) {
        if (!inside(m.x)) continue;
        line(x(m.x) - 3, middle + m.y, x(m.x) + 3, middle + m.y, 0.6);
        line(x(m.x), middle + m.y - 3, x(m.x), middle + m.y + 3, 0.6);
        put(String(m.hole), x(m.x) + 1, middle + m.y + 3, 9, bold);
      }
      put(`tile ${tile + 1}`, x(from), middle - STRIP / 2 - 5, 8);
    }
  }
  return paper.bytes();
};
