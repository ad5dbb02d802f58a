import { TENSION_WAYS, type TensionEntry, type TensionWay } from "../tension/told";

/**
 * What is read in a round: side to side on the near and on the far edge, hop, the offset, the first of two lengths that
 * together tell the offset, and whatever says something of tension.
 */
export const READING_KINDS = ["lateral", "far-edge", "radial", "offset", "offset-part", ...TENSION_WAYS] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

/**
 * What a reading was taken with: `dial`, `feelers`, `stand`, `gauge`, `ear`, … An open name, for nothing is worked out
 * from it: how sure a reading is and what its divisions are it says itself, and the next instrument needs no leave.
 */
export type Instrument = string;
export const INSTRUMENT = /^[a-z][a-z-]{0,30}$/;

/** How it was come by: at the place itself, from one turn's high and low, from a trace, mended from a slip, … */
export const READING_METHODS = [
  "at-place",
  "high-low",
  "pen",
  "rubbing",
  "trace",
  "list",
  "mended",
  "direct",
  "flip",
  "edge",
  "string",
  "frame",
] as const;
export type ReadingMethod = (typeof READING_METHODS)[number];

/** How a figure came from what was typed, so that it can be worked out again. */
export interface ReadingSource {
  readonly instrument: Instrument;
  readonly method: ReadingMethod;
  /** What a bare figure was in: `mm`, `division`, `N`, `kgf`, `lbf`, `Hz`, `Nm`, or empty where it was not typed. */
  readonly unit: string;
  /** mm (or N) of one unit; null where it was not typed but worked out. */
  readonly per: number | null;
  /** Which of the two take keys: + towards side A or high, − towards side B or low. */
  readonly sign: 1 | -1;
  /** mm the dial stood otherwise after a break, taken off. */
  readonly shift: number;
  /** Who was at the bench; empty where nobody said. */
  readonly who: string;
}

/** One reading as it was taken; spoke 0 for the offset. mm, N, Hz or a gauge's divisions. */
export interface Reading extends Partial<ReadingSource> {
  readonly id: string;
  readonly what: ReadingKind;
  readonly spoke: number;
  readonly value: number;
  readonly typed: string;
  readonly doubtful: boolean;
  /** 1 σ: cents of a note, mm of a run-out read with less than a careful dial. */
  readonly sure?: number | null;
  /** The gauge's table. */
  readonly tableId?: string | null;
  /** The other spoke of a squeezed pair. */
  readonly against?: number | null;
  /** When it was stored; set by the record. */
  readonly at?: string;
}

/** Readings, whatever round they are of. */
export interface Read {
  readonly readings: readonly Reading[];
}

export const isTensionWay = (what: ReadingKind): what is TensionWay =>
  (TENSION_WAYS as readonly string[]).includes(what);

/** Of some readings those that say something of tension. */
export const tensionEntries = ({ readings }: Read): TensionEntry[] =>
  readings.flatMap(({ what, spoke, value, sure = null, tableId = null, against = null }) =>
    isTensionWay(what) ? [{ what, spoke, value, sure, tableId, against }] : [],
  );
