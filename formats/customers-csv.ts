import Papa from "papaparse";
import type { CustomerLine } from "@/core/shop/list-lines";
import { cell, type LineError, plain, readTable } from "./csv-table";

const COLUMNS = ["customer", "telephone", "mark", "machine"] as const;
/** As long as the record keeps each of them. */
const LONGEST = { customer: 200, telephone: 60, mark: 60, machine: 200 } as const;

export const customersToCsv = (lines: readonly (CustomerLine & { visits: number })[]): string =>
  `${Papa.unparse({
    fields: [...COLUMNS, "visits"],
    data: lines.map((l) => [cell(l.customer), cell(l.telephone), cell(l.mark), cell(l.machine), l.visits]),
  })}\r\n`;

/** Reads a list of customers and wheels; nothing is taken unless every line is right. */
export const customersFromCsv = (
  text: string,
): { readonly lines: readonly CustomerLine[]; readonly errors: readonly LineError[] } => {
  const table = readTable(text, COLUMNS);
  const errors: LineError[] = [...table.errors];
  const seen = new Map<string, number>();
  const lines = table.rows.map(({ line, get }) => {
    for (const column of COLUMNS)
      if (get(column).length > LONGEST[column])
        errors.push({ line, message: `${column}: ${get(column).length} letters; at most ${LONGEST[column]} are kept` });
    const mark = plain(get("mark"));
    if (mark === "") errors.push({ line, message: "mark: is empty; a wheel is known by its mark" });
    if (plain(get("customer")) === "") errors.push({ line, message: "customer: is empty; say whose wheel it is" });
    const before = seen.get(mark.toLowerCase());
    if (mark !== "" && before !== undefined)
      errors.push({ line, message: `mark: “${mark}” stands on line ${before} already; every wheel once` });
    seen.set(mark.toLowerCase(), line);
    return {
      customer: plain(get("customer")),
      telephone: plain(get("telephone")),
      mark,
      machine: plain(get("machine")),
    };
  });
  return { lines: errors.length > 0 ? [] : lines, errors };
};
