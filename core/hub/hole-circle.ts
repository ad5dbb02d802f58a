import type { FigureReader } from "../figures/reader";
import { type Ledger, ledger } from "../ledger/ledger";
import type { Side } from "../wheel/wheel-file";

/**
 * A chord between two holes of a circle, k holes on of m: circle = chord / sin(180° · k/m) (plane geometry).
 *
 * @returns how often the chord goes into the circle
 */
export const circlePerChord = (span: number, holes: number): number => 1 / Math.sin((Math.PI * span) / holes);

/**
 * Every way the hole circle of a flange was measured: centre to centre, near edges plus a hole, a chord. Totals in mm.
 *
 * @param holes of this flange
 */
export const holeCircleSums = (read: FigureReader, side: Side, holes: number): Ledger[] => {
  const name = (what: string) => `hub.${side}.${what}`;
  const sums: Ledger[] = [];
  if (read.has(name("holeCircle")))
    sums.push(
      ledger([`{${side}} hole circle`, "straight across"], [read.term(1, name("holeCircle"), "centre to centre")]),
    );
  if (read.has(name("holeEdges")))
    sums.push(
      ledger(
        [`{${side}} hole circle`, "near edges"],
        [read.term(1, name("holeEdges"), "near edges"), read.term(1, name("holeDiameter"), "one hole")],
      ),
    );
  const span = Number(read.figures[name("chordSpan")]);
  if (read.has(name("chord")) && span >= 1 && span < holes) {
    const times = circlePerChord(span, holes);
    sums.push(
      ledger(`{${side}} hole circle, chord over ${span} of ${holes}`, [read.term(times, name("chord"), "chord")]),
    );
  }
  return sums;
};

/** The sum that counts: straight across, else near edges, else the chord, else the preset. */
export const holeCircle = (read: FigureReader, side: Side, holes: number): Ledger =>
  holeCircleSums(read, side, holes)[0] ??
  ledger([`{${side}} hole circle`, "straight across"], [read.term(1, `hub.${side}.holeCircle`, "centre to centre")]);
