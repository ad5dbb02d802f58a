import Papa from "papaparse";

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
}

const COLUMNS = ["kind", "name", "size_mm", "diameter_mm", "pitch_mm", "place", "reorder_at", "held"] as const;

/** A cell that a spreadsheet would take for a formula is written as text. */
export const cell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
const plain = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

export const stockToCsv = (lines: readonly StockLine[]): string =>
  `${Papa.unparse({
    fields: [...COLUMNS],
    data: lines.map((l) => [
      l.kind,
      cell(l.name),
      l.size ?? "",
      l.diameter ?? "",
      l.pitch ?? "",
      cell(l.place),
      l.reorderAt,
      l.held,
    ]),
  })}\r\n`;

/** A list as read: what can be taken, and what is wrong line by line. */
export interface ReadStock {
  readonly lines: readonly StockLine[];
  readonly errors: readonly { readonly line: number; readonly message: string }[];
}

const MOST_LINES = 10_000;

/** Reads a stock list; nothing is taken unless every line is right. A semicolon or tab between cells will do. */
export const stockFromCsv = (text: string): ReadStock => {
  const errors: { line: number; message: string }[] = [];
  const lines: StockLine[] = [];
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const fields = parsed.meta.fields ?? [];
  const missing = COLUMNS.filter((c) => !fields.includes(c));
  if (text.trim() === "") return { lines, errors: [{ line: 1, message: "the file is empty" }] };
  if (missing.length > 0)
    return {
      lines,
      errors: [
        {
          line: 1,
          message: `the columns ${missing.join(", ")} are missing; the first line must name ${COLUMNS.join(", ")}`,
        },
      ],
    };
  if (parsed.data.length > MOST_LINES)
    return { lines, errors: [{ line: MOST_LINES + 2, message: `more than ${MOST_LINES} lines; split the list` }] };
  parsed.data.forEach((row, i) => {
    const line = i + 2;
    const get = (name: (typeof COLUMNS)[number]) => (row[name] ?? "").trim();
    const number = (name: (typeof COLUMNS)[number], low: number, high: number): number | null => {
      const typed = get(name).replace(",", ".");
      if (typed === "") return null;
      const value = Number(typed);
      if (!Number.isFinite(value) || value < low || value > high) {
        errors.push({ line, message: `${name}: “${get(name)}” will not do; a number from ${low} to ${high}` });
        return null;
      }
      return value;
    };
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
    });
  });
  return { lines: errors.length > 0 ? [] : lines, errors };
};
