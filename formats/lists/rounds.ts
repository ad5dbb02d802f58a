import type { RoundLine } from "@/core/shop/list-lines";
import { type LineError, readTable } from "./table";
import { type Decimal, writeList } from "./written";

const COLUMNS = ["round", "what", "spoke", "value", "taken_at"] as const;
/** What may be read in from a list; notes and gauges need more than a figure, and stay with the archive. */
const TAKEN = ["lateral", "far-edge", "radial", "offset", "tension", "turn"] as const;
const MOMENT = /^\d{4}-\d{2}-\d{2}([T ]\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:?\d{2})?)?$/;

/** Every reading and turn of a wheel, oldest first. */
export const roundsToCsv = (lines: readonly RoundLine[], decimal: Decimal): string =>
  writeList(
    decimal,
    COLUMNS,
    lines.map((l) => [l.round, l.what, l.spoke, l.value, l.takenAt]),
  );

/** A day there is, and a time on it where one is told. */
const isMoment = (typed: string): boolean => {
  const [day, clock = "00:00"] = typed.split(/[T ]/);
  const at = new Date(`${day}T00:00:00Z`);
  const [hour, minute, second = 0] = clock.split(/[:.Z+-]/).map(Number);
  return (
    MOMENT.test(typed) &&
    !Number.isNaN(at.getTime()) &&
    at.toISOString().startsWith(day) &&
    hour < 24 &&
    minute < 60 &&
    second < 60
  );
};

/** @param holes spokes of the wheel */
export const roundsFromCsv = (
  text: string,
  holes: number,
): { readonly lines: readonly RoundLine[]; readonly errors: readonly LineError[]; readonly passedOver: number } => {
  const { rows, errors } = readTable(text, { columns: COLUMNS });
  let passedOver = 0;
  const lines = rows.flatMap(({ get, number: inCell, wrong }) => {
    const what = get("what").toLowerCase();
    const number = (column: (typeof COLUMNS)[number], low: number, high: number) => {
      if (get(column) === "") wrong(`${column}: is empty`);
      return inCell(column, low, high) ?? low;
    };
    if (["note", "gauge", "torque", "pair", "squeeze"].some((other) => what.startsWith(other))) {
      passedOver++;
      return [];
    }
    if (!(TAKEN as readonly string[]).includes(what)) {
      wrong(`what: “${get("what")}” will not do; ${TAKEN.join(", ")}`);
      return [];
    }
    const [low, high] = what === "tension" ? [0, 20_000] : what === "turn" ? [-20, 20] : [-100, 100];
    const spoke = number("spoke", what === "offset" ? 0 : 1, what === "offset" ? 0 : holes);
    const round = number("round", 1, 999);
    for (const [column, value] of [
      ["spoke", spoke],
      ["round", round],
    ] as const)
      if (!Number.isInteger(value)) wrong(`${column}: “${get(column)}” is not a whole number`);
    const takenAt = get("taken_at");
    if (takenAt !== "" && !isMoment(takenAt))
      wrong(`taken_at: “${takenAt.slice(0, 30)}” is no time; such as 2026-11-23 10:00, or nothing`);
    return [{ round, what, spoke, value: number("value", low, high), takenAt }];
  });
  return { lines: errors.length > 0 ? [] : lines, errors, passedOver };
};
