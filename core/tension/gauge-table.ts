import { NEWTON_PER } from "../units/forces";

/** One line of a gauge's table: what it shows at a tension. Own divisions, N. */
export interface GaugePoint {
  readonly reading: number;
  readonly tension: number;
}

/** A gauge's table for one kind of spoke, as bought or as its owner found it with weights. */
export interface GaugeTable {
  readonly id: string;
  /** The gauge's own name. */
  readonly gauge: string;
  /** Which spokes it holds for: “3.66 plain steel”. */
  readonly spoke: string;
  readonly points: readonly GaugePoint[];
}

/** A reading turned to newtons, or why it is not. */
export type GaugeTension =
  | { readonly ok: true; readonly tension: number }
  | { readonly ok: false; readonly beyond: "below" | "above" | "empty"; readonly message: string };

/** @param mass kg hung on the spoke: a kilogram pulls with a kilogram-force, 9.80665 N */
export const hungWeight = (mass: number): number => mass * NEWTON_PER.kgf;

/** In order of reading; what does not go one way is told. */
export const checkPoints = (points: readonly GaugePoint[]): string | null => {
  const sorted = [...points].sort((a, b) => a.reading - b.reading);
  for (let i = 1; i < sorted.length; i++) {
    if (sorted[i].reading === sorted[i - 1].reading)
      return `${sorted[i].reading} stands twice, at ${sorted[i - 1].tension} and ${sorted[i].tension} N`;
  }
  const steps = sorted.slice(1).map((p, i) => Math.sign(p.tension - sorted[i].tension));
  const odd = steps.findIndex((s) => s !== (steps[0] || 1));
  if (steps.length > 0 && (odd >= 0 || steps[0] === 0)) {
    const at = Math.max(0, odd);
    return `from ${sorted[at].reading} to ${sorted[at + 1].reading} the tension goes ${Math.round(sorted[at].tension)} to ${Math.round(sorted[at + 1].tension)} N against the rest: readings must rise or fall together with the tension`;
  }
  return null;
};

/**
 * A gauge's reading in newtons, straight between two lines of its table and never beyond its ends.
 * Some gauges show less the tighter a spoke is; either way will do.
 */
export const gaugeTension = (points: readonly GaugePoint[], reading: number): GaugeTension => {
  const sorted = [...points].sort((a, b) => a.reading - b.reading);
  const first = sorted[0];
  const last = sorted.at(-1);
  if (!first || !last || sorted.length < 2)
    return { ok: false, beyond: "empty", message: "the table needs two lines at least" };
  if (reading < first.reading)
    return {
      ok: false,
      beyond: "below",
      message: `${reading} is below the table, which begins at ${first.reading} (${Math.round(first.tension)} N)`,
    };
  if (reading > last.reading)
    return {
      ok: false,
      beyond: "above",
      message: `${reading} is beyond the table, which ends at ${last.reading} (${Math.round(last.tension)} N)`,
    };
  const at = Math.max(
    1,
    sorted.findIndex((p) => p.reading >= reading),
  );
  const [a, b] = [sorted[at - 1], sorted[at]];
  const part = (reading - a.reading) / (b.reading - a.reading);
  return { ok: true, tension: a.tension + part * (b.tension - a.tension) };
};

/** What a gauge shows at a tension, N, straight between two lines of its table; past its ends, what the end shows. */
export const gaugeShows = (points: readonly GaugePoint[], tension: number): number => {
  const turned = points.map((p) => ({ reading: p.tension, tension: p.reading }));
  const ends = [...turned].sort((a, b) => a.reading - b.reading);
  const within = Math.min(ends.at(-1)?.reading ?? 0, Math.max(ends[0]?.reading ?? 0, tension));
  const shown = gaugeTension(turned, within);
  return shown.ok ? shown.tension : 0;
};
