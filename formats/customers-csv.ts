import Papa from "papaparse";
import { cell } from "./stock-csv";

export const customersToCsv = (
  lines: readonly { customer: string; telephone: string; mark: string; machine: string; visits: number }[],
): string =>
  `${Papa.unparse({
    fields: ["customer", "telephone", "mark", "machine", "visits"],
    data: lines.map((l) => [cell(l.customer), cell(l.telephone), cell(l.mark), cell(l.machine), l.visits]),
  })}\r\n`;
