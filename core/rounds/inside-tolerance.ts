import { type Total, totalBesideSeam } from "../runout/beside-seam";
import type { Readings } from "../runout/runout";
import type { Tolerance } from "../runout/tolerance";
import type { RoundReadings } from "./round-readings";

export type RunOutLine = "lateral" | "radial";

/** Run-out and offset held against a tolerance; mm. */
export interface RunOut {
  readonly lateral: number;
  readonly radial: number;
  /** Null where it was not read: nothing is held against the wheel then. */
  readonly offset: number | null;
}

/** A dial's last digit: a reading on the edge is inside. mm. */
const EDGE = 1e-9;

/** The one comparison of a wheel with its tolerance. */
export const isInside = (
  run: RunOut,
  tolerance: Pick<Tolerance, "lateral" | "radial"> & Partial<Pick<Tolerance, "offset">>,
): boolean =>
  run.lateral <= tolerance.lateral + EDGE &&
  run.radial <= tolerance.radial + EDGE &&
  (run.offset === null || tolerance.offset === undefined || Math.abs(run.offset) <= tolerance.offset + EDGE);

/** The fewest places of a turn that a total reading is believed from. */
export const ENOUGH_PLACES = 8;

/**
 * Whether a line was read round the whole wheel: at least eight places (or one in four, where there are fewer), none
 * farther from the next than a quarter of the wheel.
 */
export const isWholeTurn = (line: Readings): boolean => {
  const at = line.flatMap((v, i) => (v === null ? [] : [i]));
  if (at.length === 0 || at.length < Math.min(ENOUGH_PLACES, Math.ceil(line.length / 4))) return false;
  const widest = Math.max(...at.map((place, k) => (at[(k + 1) % at.length] - place + line.length) % line.length));
  return widest <= Math.ceil(line.length / 4);
};

/** Whether what was read of a line speaks for the whole wheel: read all round, or its highest and lowest place told. */
export const readWhole = (readings: Pick<RoundReadings, RunOutLine | "highLow"> | null, what: RunOutLine): boolean =>
  (readings?.highLow?.includes(what) ?? false) || isWholeTurn(readings?.[what] ?? []);

/** How a wheel stands against its tolerance; unread says what is missing. */
export interface Standing {
  readonly state: "inside" | "outside" | "unread";
  /** What was not read round the whole wheel. */
  readonly missing: readonly RunOutLine[];
  /** Total readings as far as they were read, the weld told apart; null with fewer than two places. */
  readonly lateral: Total | null;
  readonly radial: Total | null;
  readonly offset: number | null;
}

/**
 * How a round stands against its tolerance. Outside is outside however little was read; inside needs both lines read
 * round the whole wheel, or their highest and lowest place told.
 */
export const standingOf = (
  readings: Pick<RoundReadings, "lateral" | "radial" | "offset" | "highLow" | "sure"> | null,
  tolerance: Pick<Tolerance, "lateral" | "radial"> & Partial<Pick<Tolerance, "offset">>,
): Standing => {
  const of = (what: RunOutLine) => totalBesideSeam(readings?.[what] ?? [], readings?.sure?.[what]);
  const total = { lateral: of("lateral"), radial: of("radial") };
  const offset = readings?.offset ?? null;
  const missing = (["lateral", "radial"] as const).filter((what) => !readWhole(readings, what));
  const inside = isInside(
    { lateral: total.lateral?.beside ?? 0, radial: total.radial?.beside ?? 0, offset },
    tolerance,
  );
  const read = total.lateral !== null || total.radial !== null || offset !== null;
  return {
    state: read && !inside ? "outside" : missing.length > 0 ? "unread" : "inside",
    missing,
    ...total,
    offset,
  };
};
