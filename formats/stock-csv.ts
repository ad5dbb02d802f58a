import Papa from "papaparse";
import { cell, type LineError, numberIn, plain, readTable } from "./csv-table";

/** A drawer of the stock as a line of a list. */
export interface StockLine {
  readonly kind: "spoke" | "nipple" | "washer";
  readonly name: string;
  readonly size: number | null;
  readonly diameter: number | null;
  readonly pitch: number | null;
  readonly place: string;
  readonly reorderAt: number;
  readonly held: number;
  /** Of one piece; null where none is told. */
  readonly price: number | null;
}

const COLUMNS = ["kind", "name", "size_mm", "diameter_mm", "pitch_mm", "place", "reorder_at", "held"] as const;
/** Lists of earlier versions do not have it. */
const PRICE = "price";

export const stockToCsv = (lines: readonly StockLine[]): string =>
  `${Papa.unparse({
    fields: [...COLUMNS, PRICE],
    data: lines.map((l) => [
      l.kind,
      cell(l.name),
      l.size ?? "",
      l.diameter ?? "",
      l.pitch ?? "",
      cell(l.place),
      l.reorderAt,
      l.held,
      l.price ?? "",
    ]),
  })}\r\n`;

/** A list as read: what can be taken, and what is wrong line by line. */
export interface ReadStock {
  readonly lines: readonly StockLine[];
  readonly errors: readonly LineError[];
}

/** Reads a stock list; nothing is taken unless every line is right. A semicolon or tab between cells will do. */
export const stockFromCsv = (text: string): ReadStock => {
  const table = readTable<(typeof COLUMNS)[number] | typeof PRICE>(text, COLUMNS);
  const errors: LineError[] = [...table.errors];
  const lines: StockLine[] = [];
  table.rows.forEach(({ line, get }) => {
    const number = (column: (typeof COLUMNS)[number] | typeof PRICE, low: number, high: number) =>
      numberIn({ line, column, typed: get(column) }, low, high, errors);
    const whole = (name: "reorder_at" | "held"): number => {
      const value = number(name, -100_000, 100_000);
      if (value !== null && !Number.isInteger(value))
        errors.push({ line, message: `${name}: “${get(name)}” is not a whole number` });
      return Math.trunc(value ?? 0);
    };
    const kind = get("kind").toLowerCase();
    if (kind !== "spoke" && kind !== "nipple" && kind !== "washer") {
      errors.push({ line, message: `kind: “${get("kind")}” will not do; spoke, nipple or washer` });
      return;
    }
    if (get("name") === "") errors.push({ line, message: "name: is empty; say what is in the drawer" });
    lines.push({
      kind,
      name: plain(get("name")).slice(0, 200),
      size: number("size_mm", 0, 500),
      diameter: number("diameter_mm", 0, 20),
      pitch: number("pitch_mm", 0, 5),
      place: plain(get("place")).slice(0, 100),
      reorderAt: whole("reorder_at"),
      held: whole("held"),
      price: number(PRICE, 0, 1_000_000),
    });
  });
  return { lines: errors.length > 0 ? [] : lines, errors };
};
