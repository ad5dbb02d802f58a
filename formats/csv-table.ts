import Papa from "papaparse";
import { unlikeAList } from "./list-bounds";

/** What is wrong with a list, by its line; line 1 names the columns. */
export interface LineError {
  readonly line: number;
  readonly message: string;
}

const MOST_LINES = 10_000;
/** A cell that a spreadsheet would take for a formula is written as text. */
export const cell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
/** The same cell read back. */
export const plain = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

/** One line of a list: its cells by column, trimmed, and its number in the file. */
export interface Row<C extends string> {
  readonly line: number;
  readonly get: (column: C) => string;
}

/** Splits a list into lines; a semicolon or tab between cells will do, and columns in any order. */
export const readTable = <C extends string>(
  text: string,
  columns: readonly C[],
): { readonly rows: readonly Row<C>[]; readonly errors: readonly LineError[] } => {
  const wrong = (line: number, message: string) => ({ rows: [], errors: [{ line, message }] });
  if (text.trim() === "") return wrong(1, "the file is empty");
  const unlike = unlikeAList(text);
  if (unlike) return wrong(unlike.line, unlike.message);
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    // One more than is taken: then it is known that there are more.
    preview: MOST_LINES + 1,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const missing = columns.filter((c) => !(parsed.meta.fields ?? []).includes(c));
  if (missing.length > 0)
    return wrong(1, `the columns ${missing.join(", ")} are missing; the first line must name ${columns.join(", ")}`);
  if (parsed.data.length > MOST_LINES) return wrong(MOST_LINES + 2, `more than ${MOST_LINES} lines; split the list`);
  return {
    rows: parsed.data.map((row, i) => ({ line: i + 2, get: (c: C) => (row[c] ?? "").trim() })),
    errors: [],
  };
};

/** A number in a cell, with a comma or a point; errors go to the list. */
export const numberIn = (
  given: { readonly line: number; readonly column: string; readonly typed: string },
  low: number,
  high: number,
  errors: LineError[],
): number | null => {
  if (given.typed === "") return null;
  const value = Number(given.typed.replace(",", "."));
  if (Number.isFinite(value) && value >= low && value <= high) return value;
  errors.push({
    line: given.line,
    message: `${given.column}: “${given.typed}” will not do; a number from ${low} to ${high}`,
  });
  return null;
};
