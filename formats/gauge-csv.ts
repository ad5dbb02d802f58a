import Papa from "papaparse";
import { checkPoints, type GaugePoint } from "@/core/tension/gauge-table";
import { type ForceUnit, NEWTON_PER } from "@/core/units/forces";
import { unlikeAList } from "./list-bounds";

const COLUMNS: readonly (readonly [string, ForceUnit])[] = [
  ["tension_n", "N"],
  ["tension_kgf", "kgf"],
  ["tension_lbf", "lbf"],
];
const MOST = 2000;

export interface ReadGaugeTable {
  readonly points: readonly GaugePoint[];
  readonly errors: readonly { readonly line: number; readonly message: string }[];
}

export const gaugeToCsv = (points: readonly GaugePoint[]): string =>
  `${Papa.unparse({ fields: ["reading", "tension_n"], data: points.map((p) => [p.reading, Math.round(p.tension * 100) / 100]) })}\r\n`;

/** Reads a gauge's table: `reading` and a tension in N, kgf or lbf. All of it is right or none is taken. */
export const gaugeFromCsv = (text: string): ReadGaugeTable => {
  const none = (line: number, message: string): ReadGaugeTable => ({ points: [], errors: [{ line, message }] });
  if (text.trim() === "") return none(1, "the file is empty");
  const unlike = unlikeAList(text);
  if (unlike) return none(unlike.line, unlike.message);
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    preview: MOST + 1,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const fields = parsed.meta.fields ?? [];
  const column = COLUMNS.find(([name]) => fields.includes(name));
  if (!fields.includes("reading") || !column) {
    const lacks = [fields.includes("reading") ? "" : "reading", column ? "" : "tension_n"]
      .filter(Boolean)
      .join(" and ");
    return none(
      1,
      `the column ${lacks} is missing (found: ${fields.join(", ").slice(0, 80) || "nothing"}); the first line names reading and tension_n, tension_kgf or tension_lbf, with commas, semicolons or tabs between`,
    );
  }
  if (parsed.data.length === 0) return none(2, "no line below the names");
  if (parsed.data.length > MOST) return none(MOST + 2, `more than ${MOST} lines; a gauge's table has fewer`);
  const errors: { line: number; message: string }[] = [];
  const lines: number[] = [];
  const points = parsed.data.flatMap((row, i) => {
    const number = (name: string): number | null => {
      const typed = (row[name] ?? "").trim();
      const value = Number(typed.replace(",", "."));
      if (typed !== "" && Number.isFinite(value)) return value;
      errors.push({ line: i + 2, message: `${name}: “${typed.slice(0, 20)}” is not a number` });
      return null;
    };
    const reading = number("reading");
    const tension = number(column[0]);
    if (tension !== null && tension < 0)
      errors.push({ line: i + 2, message: `${column[0]}: ${tension} is less than slack` });
    if (reading === null || tension === null) return [];
    lines.push(i + 2);
    return [{ reading, tension: tension * NEWTON_PER[column[1]] }];
  });
  if (errors.length === 0) {
    if (points.length < 2) errors.push({ line: 2, message: "one line tells nothing between; two at least" });
    const upTo = (n: number) => checkPoints(points.slice(0, n));
    if (upTo(points.length)) {
      // The first line that does not go with those before it; what goes wrong with fewer goes wrong with more.
      let [good, bad] = [1, points.length];
      while (bad - good > 1) {
        const middle = Math.floor((good + bad) / 2);
        if (upTo(middle)) bad = middle;
        else good = middle;
      }
      errors.push({ line: lines[bad - 1], message: upTo(bad) ?? "" });
    }
  }
  return errors.length > 0 ? { points: [], errors } : { points, errors };
};
