import Papa from "papaparse";

/** `point`: 0.635 and commas between cells; `comma`: 0,635 and semicolons between, as spreadsheets of much of Europe read it. */
export const DECIMALS = ["point", "comma"] as const;
export type Decimal = (typeof DECIMALS)[number];

/** A cell that a spreadsheet would take for a formula is written as text. */
const word = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

type Rows = readonly (readonly (string | number | null)[])[];

const written = (decimal: Decimal, rows: Rows): string => {
  const cell = (value: string | number | null): string =>
    value === null
      ? ""
      : typeof value === "string"
        ? word(value)
        : decimal === "comma"
          ? String(value).replace(".", ",")
          : String(value);
  if (rows.length === 0) return "";
  const delimiter = decimal === "comma" ? ";" : ",";
  return `${Papa.unparse(
    rows.map((row) => row.map(cell)),
    { delimiter, newline: "\r\n" },
  )}\r\n`;
};

/**
 * A list as any spreadsheet opens it: marked as UTF-8, no word taken for a formula, figures with the sign the shop's
 * spreadsheet reads.
 */
export const writeList = (decimal: Decimal, columns: readonly string[], rows: Rows): string =>
  `\uFEFF${written(decimal, [columns])}${written(decimal, rows)}`;

/** The same, a part at a time, of a list too long to be held. */
export async function* writeLongList(
  decimal: Decimal,
  columns: readonly string[],
  parts: AsyncIterable<Rows>,
): AsyncGenerator<string> {
  yield writeList(decimal, columns, []);
  for await (const rows of parts) yield written(decimal, rows);
}
