import { checkPoints, type GaugePoint } from "@/core/tension/gauge-table";
import { type ForceUnit, NEWTON_PER } from "@/core/units/forces";
import { type LineError, readTable } from "./table";
import { type Decimal, writeList } from "./written";

const FORCES: readonly (readonly [string, ForceUnit])[] = [
  ["tension_n", "N"],
  ["tension_kgf", "kgf"],
  ["tension_lbf", "lbf"],
];
const MOST = 2000;

export interface ReadGaugeTable {
  readonly points: readonly GaugePoint[];
  readonly errors: readonly LineError[];
}

export const gaugeToCsv = (points: readonly GaugePoint[], decimal: Decimal): string =>
  writeList(
    decimal,
    ["reading", "tension_n"],
    points.map((p) => [p.reading, Math.round(p.tension * 100) / 100]),
  );

/** Reads a gauge's table: `reading` and a tension in N, kgf or lbf. All of it is right or none is taken. */
export const gaugeFromCsv = (text: string): ReadGaugeTable => {
  const { rows, errors, has } = readTable(text, {
    columns: ["reading"],
    either: FORCES.map(([name]) => name),
    most: MOST,
    longer: "a gauge's table has fewer",
  });
  const none = (): ReadGaugeTable => ({ points: [], errors });
  if (errors.length > 0) return none();
  // One of them is named, else it would be an error of the table.
  const [column, unit] = FORCES.find(([name]) => has.has(name)) ?? FORCES[0];
  const lines: number[] = [];
  const points = rows.flatMap(({ line, get, number, wrong }) => {
    for (const name of ["reading", column]) if (get(name) === "") wrong(`${name}: is empty`);
    const reading = number("reading");
    const tension = number(column);
    if (tension !== null && tension < 0) wrong(`${column}: ${tension} is less than slack`);
    if (reading === null || tension === null) return [];
    lines.push(line);
    return [{ reading, tension: tension * NEWTON_PER[unit] }];
  });
  if (errors.length > 0) return none();
  if (points.length < 2)
    errors.push({ line: lines[0] ?? 2, message: "fewer than two lines tell nothing between; two at least" });
  const upTo = (n: number) => checkPoints(points.slice(0, n));
  if (upTo(points.length)) {
    // The first line that does not go with those before it; what goes wrong with fewer goes wrong with more.
    let [good, bad] = [1, points.length];
    while (bad - good > 1) {
      const middle = Math.floor((good + bad) / 2);
      if (upTo(middle)) bad = middle;
      else good = middle;
    }
    errors.push({ line: lines[bad - 1] ?? 2, message: upTo(bad) ?? "" });
  }
  return errors.length > 0 ? none() : { points, errors };
};
