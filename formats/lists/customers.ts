import type { CustomerLine } from "@/core/shop/list-lines";
import { type LineError, plain, readTable } from "./table";
import { type Decimal, writeList, writeLongList } from "./written";

const COLUMNS = ["customer", "telephone", "mark", "machine"] as const;
/** As long as the record keeps each of them. */
const LONGEST = { customer: 200, telephone: 60, mark: 60, machine: 200 } as const;

type Listed = CustomerLine & { readonly visits: number };
const TOLD = [...COLUMNS, "visits"];
const rowOf = (l: Listed) => [l.customer, l.telephone, l.mark, l.machine, l.visits];

export const customersToCsv = (lines: readonly Listed[], decimal: Decimal): string =>
  writeList(decimal, TOLD, lines.map(rowOf));

/** The same, a part at a time. */
export const manyCustomersToCsv = (
  parts: AsyncIterable<readonly Listed[]>,
  decimal: Decimal,
): AsyncIterable<string> => {
  async function* rows() {
    for await (const lines of parts) yield lines.map(rowOf);
  }
  return writeLongList(decimal, TOLD, rows());
};

/** Reads a list of customers and wheels; nothing is taken unless every line is right. */
export const customersFromCsv = (
  text: string,
): { readonly lines: readonly CustomerLine[]; readonly errors: readonly LineError[] } => {
  const { rows, errors } = readTable(text, { columns: COLUMNS });
  const seen = new Map<string, number>();
  const lines = rows.map(({ line, get, wrong }) => {
    for (const column of COLUMNS)
      if (get(column).length > LONGEST[column])
        wrong(`${column}: ${get(column).length} letters; at most ${LONGEST[column]} are kept`);
    const mark = plain(get("mark"));
    if (mark === "") wrong("mark: is empty; a wheel is known by its mark");
    if (plain(get("customer")) === "") wrong("customer: is empty; say whose wheel it is");
    const before = seen.get(mark.toLowerCase());
    if (mark !== "" && before !== undefined)
      wrong(`mark: “${mark}” stands on line ${before} already; every wheel once`);
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
