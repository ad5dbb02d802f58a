import Papa from "papaparse";

/** `point`: 0.635 and commas between cells; `comma`: 0,635 and semicolons between, as spreadsheets of much of Europe read it. */
export const DECIMALS = ["point", "comma"] as const;
export type Decimal = (typeof DECIMALS)[number];

/** A cell that a spreadsheet would take for a formula is written as text. */
const word = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/**
 * A list as any spreadsheet opens it: marked as UTF-8, no word taken for a formula, figures with the sign the shop's
 * spreadsheet reads.
 */
export const writeList = (
  decimal: Decimal,
  columns: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): string => {
  const cell = (value: string | number | null): string =>
    value === null
      ? ""
      : typeof value === "string"
        ? word(value)
        : decimal === "comma"
          ? String(value).replace(".", ",")
          : String(value);
  const text = Papa.unparse([[...columns], ...rows.map((row) => row.map(cell))], {
    delimiter: decimal === "comma" ? ";" : ",",
    newline: "\r\n",
  });
  return `\uFEFF${text}\r\n`;
};
