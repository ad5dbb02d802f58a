import Papa from "papaparse";
import { unlikeAList } from "./list-bounds";

/** What a dial said at one angle, mm; degrees clockwise from the valve. */
export interface TracePoint {
  readonly angleDeg: number;
  readonly lateral: number | null;
  readonly radial: number | null;
}

export interface ReadTrace {
  readonly points: readonly TracePoint[];
  readonly errors: readonly { readonly line: number; readonly message: string }[];
}

const MOST = 20_000;

/** Reads a recorded turn of the stand: `angle_deg`, and `lateral_mm` or `radial_mm` or both. All of it or nothing. */
export const traceFromCsv = (text: string): ReadTrace => {
  const none = (line: number, message: string): ReadTrace => ({ points: [], errors: [{ line, message }] });
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
  if (!fields.includes("angle_deg") || !(fields.includes("lateral_mm") || fields.includes("radial_mm")))
    return none(
      1,
      `the first line must name angle_deg and lateral_mm or radial_mm (found: ${fields.join(", ").slice(0, 80)})`,
    );
  if (parsed.data.length > MOST) return none(MOST + 2, `more than ${MOST} lines; a turn has fewer`);
  const errors: { line: number; message: string }[] = [];
  const points = parsed.data.map((row, i) => {
    const number = (name: string): number | null => {
      const typed = (row[name] ?? "").trim();
      if (typed === "") return null;
      const value = Number(typed.replace(",", "."));
      if (Number.isFinite(value)) return value;
      errors.push({ line: i + 2, message: `${name}: “${typed.slice(0, 20)}” is not a number` });
      return null;
    };
    const angleDeg = number("angle_deg");
    if (angleDeg === null && (row.angle_deg ?? "").trim() === "")
      errors.push({ line: i + 2, message: "angle_deg is empty" });
    return { angleDeg: angleDeg ?? 0, lateral: number("lateral_mm"), radial: number("radial_mm") };
  });
  if (errors.length === 0 && points.length < 8)
    errors.push({ line: 2, message: `${points.length} lines are no turn of a wheel` });
  return errors.length > 0 ? { points: [], errors } : { points, errors };
};
