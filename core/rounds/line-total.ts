import { type Total, totalBesideSeam } from "../runout/beside-seam";
import { type RunOutLine, readWhole } from "./inside-tolerance";
import { placesRead, type RoundReadings } from "./round-readings";

/** What a line of a round comes to, and whether that speaks for the whole wheel. */
export interface LineTotal {
  /** Null with fewer than two places read. */
  readonly total: Total | null;
  readonly places: number;
  readonly whole: boolean;
}

type Lines = Pick<RoundReadings, RunOutLine | "highLow" | "sure">;

export const lineTotal = (readings: Lines | null, what: RunOutLine): LineTotal => {
  const line = readings?.[what] ?? [];
  return {
    total: totalBesideSeam(line, readings?.sure?.[what]),
    places: placesRead(line),
    whole: readWhole(readings, what),
  };
};

/** The figure a tolerance is held against, with what it is sure to: the same wherever it stands. */
export const totalFigure = (total: Total): string => `${total.beside.toFixed(2)} ±${total.sure.toFixed(2)}`;

/**
 * A total as it stands in lists: a weld left out, for a tolerance is held against the rest; and at how many places,
 * where they do not go round the wheel.
 *
 * @param unit put behind the figure, with its space
 * @returns null with fewer than two places read
 */
export const besideWords = ({ total, places, whole }: LineTotal, unit = ""): string | null =>
  total && `${totalFigure(total)}${unit}${whole ? "" : ` at ${places} places`}`;

/** The same with what a weld adds, where it stands alone: in the round's header and on the sheet. */
export const totalWords = (line: LineTotal, unit = ""): string | null => {
  const beside = besideWords(line, unit);
  return beside && line.total?.weld ? `${beside}, over the weld ${line.total.whole.toFixed(2)}` : beside;
};
