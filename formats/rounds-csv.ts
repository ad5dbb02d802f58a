import Papa from "papaparse";
import type { RoundLine } from "@/core/shop/list-lines";
import { type LineError, numberIn, readTable } from "./csv-table";

const COLUMNS = ["round", "what", "spoke", "value", "taken_at"] as const;
/** What may be read in from a list; notes and gauges need more than a figure, and stay with the archive. */
const TAKEN = ["lateral", "far-edge", "radial", "offset", "tension", "turn"] as const;

/** Every reading and turn of a wheel, oldest first. */
export const roundsToCsv = (lines: readonly RoundLine[]): string =>
  `${Papa.unparse({
    fields: [...COLUMNS],
    data: lines.map((l) => [l.round, l.what, l.spoke, l.value, l.takenAt]),
  })}\r\n`;

/** @param holes spokes of the wheel */
export const roundsFromCsv = (
  text: string,
  holes: number,
): { readonly lines: readonly RoundLine[]; readonly errors: readonly LineError[]; readonly passedOver: number } => {
  const table = readTable(text, COLUMNS);
  const errors: LineError[] = [...table.errors];
  let passedOver = 0;
  const lines = table.rows.flatMap(({ line, get }) => {
    const what = get("what").toLowerCase();
    const number = (column: (typeof COLUMNS)[number], low: number, high: number) => {
      if (get(column) === "") errors.push({ line, message: `${column}: is empty` });
      return numberIn({ line, column, typed: get(column) }, low, high, errors) ?? low;
    };
    if (["note", "gauge", "torque", "pair", "squeeze"].some((other) => what.startsWith(other))) {
      passedOver++;
      return [];
    }
    if (!(TAKEN as readonly string[]).includes(what)) {
      errors.push({ line, message: `what: “${get("what")}” will not do; ${TAKEN.join(", ")}` });
      return [];
    }
    const [low, high] = what === "tension" ? [0, 20_000] : what === "turn" ? [-20, 20] : [-100, 100];
    const spoke = number("spoke", what === "offset" ? 0 : 1, what === "offset" ? 0 : holes);
    const round = number("round", 1, 999);
    for (const [column, value] of [
      ["spoke", spoke],
      ["round", round],
    ] as const)
      if (!Number.isInteger(value)) errors.push({ line, message: `${column}: “${get(column)}” is not a whole number` });
    return [{ round, what, spoke, value: number("value", low, high), takenAt: get("taken_at") }];
  });
  return { lines: errors.length > 0 ? [] : lines, errors, passedOver };
};
