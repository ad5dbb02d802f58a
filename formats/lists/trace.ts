import { type LineError, readTable } from "./table";

/** What a dial said at one angle, mm; degrees clockwise from the valve. */
export interface TracePoint {
  readonly angleDeg: number;
  readonly lateral: number | null;
  readonly radial: number | null;
}

export interface ReadTrace {
  readonly points: readonly TracePoint[];
  readonly errors: readonly LineError[];
}

const MOST = 20_000;

/** Reads a recorded turn of the stand: `angle_deg`, and `lateral_mm` or `radial_mm` or both. All of it or nothing. */
export const traceFromCsv = (text: string): ReadTrace => {
  const asked = {
    columns: ["angle_deg"],
    either: ["lateral_mm", "radial_mm"],
    most: MOST,
    longer: "a turn has fewer",
  } as const;
  const { rows, errors } = readTable<"angle_deg" | "lateral_mm" | "radial_mm">(text, asked);
  const points = rows.map(({ get, number, wrong }) => {
    if (get("angle_deg") === "") wrong("angle_deg is empty");
    return { angleDeg: number("angle_deg") ?? 0, lateral: number("lateral_mm"), radial: number("radial_mm") };
  });
  if (errors.length === 0 && points.length < 8)
    errors.push({ line: 2, message: `${points.length} lines are no turn of a wheel` });
  return errors.length > 0 ? { points: [], errors } : { points, errors };
};
