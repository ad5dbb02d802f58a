import type { FigureReader } from "../figures/reader";
import { type Ledger, ledger, type Term } from "../ledger/ledger";
import { ERD_METHODS, ERD_WAYS, type ErdMethod } from "./erd-methods";

/** One way's sum. */
export interface ErdSum {
  readonly method: ErdMethod;
  /** Its total is the ERD, mm. */
  readonly ledger: Ledger;
  /** mm, one standard deviation of the total when every figure in it was taken with care. */
  readonly sd: number;
}

/**
 * mm, one standard deviation (common practice): across a rim with a long rule or big vernier; a rod made to length; a
 * small part with a vernier, written down to a tenth.
 */
export const ACROSS_SD = 0.3;
const ROD_SD = 0.1;
const VERNIER_SD = 0.06;

const spread = (terms: readonly Term[]): number =>
  Math.hypot(...terms.map((t) => t.times * (Math.abs(t.value) > 60 ? ACROSS_SD : VERNIER_SD)));

const sum = (method: ErdMethod, terms: readonly Term[]): ErdSum => ({
  method,
  ledger: ledger(["Effective rim diameter", ERD_WAYS[method].name], terms),
  sd: spread(terms),
});

/**
 * From the outside in: down to the bed's underside, then back out over bed, washer and nipple head to the slot.
 * Everything that lifts the slot outward is added, twice, because there are two ends to a diameter.
 */
export const erdOutsideIn = (read: FigureReader): ErdSum =>
  sum("outside-in", [
    read.term(1, "rim.outsideDiameter"),
    read.term(-2, "rim.height"),
    read.term(2, "rim.bedThickness"),
    read.term(2, "rim.washer"),
    read.term(2, "rim.headToSlot"),
  ]);

/** From the inside out: across the underside of the bed, and at each end out to the slot of a nipple hung in its hole. */
export const erdInsideOut = (read: FigureReader): ErdSum =>
  sum("inside-out", [read.term(1, "rim.insideDiameter"), read.term(2, "rim.reach")]);

/** Two rods (or old spokes) of one length in opposite holes, and the gap between their ends. */
export const erdRods = (read: FigureReader): ErdSum => ({
  ...sum("rods", [read.term(2, "rim.rod"), read.term(1, "rim.rodGap")]),
  // The gap is read with the same long rule as a diameter.
  sd: Math.hypot(2 * ROD_SD, ACROSS_SD),
});

/** Rule of thumb: 2 mm of nipple beyond the bed at each end. A rough check, never what lengths are worked out from. */
export const erdRuleOfThumb = (read: FigureReader): ErdSum => ({
  ...sum("rule-of-thumb", [
    read.term(1, "rim.insideDiameter"),
    { label: "2 mm of nipple at each end", times: 2, value: 2 },
  ]),
  sd: 4,
});

const OUTSIDE_IN = ["rim.outsideDiameter", "rim.height"];

/** Each way's sum, where it was measured. */
const SUM_BY: Readonly<Record<ErdMethod, (read: FigureReader, oldSpokes: ErdSum | null) => ErdSum | null>> = {
  rods: (read) => (read.hasAll(["rim.rod", "rim.rodGap"]) ? erdRods(read) : null),
  "inside-out": (read) => (read.hasAll(["rim.insideDiameter", "rim.reach"]) ? erdInsideOut(read) : null),
  "outside-in": (read) => (OUTSIDE_IN.every(read.has) ? erdOutsideIn(read) : null),
  "old-spokes": (_, oldSpokes) => oldSpokes,
  given: (read) =>
    read.has("rim.erdGiven")
      ? { ...sum("given", [read.term(1, "rim.erdGiven", "own sum or maker's figure")]), sd: 0.5 }
      : null,
  "rule-of-thumb": (read) => (read.has("rim.insideDiameter") && !read.has("rim.reach") ? erdRuleOfThumb(read) : null),
};

/**
 * Every way that was measured. `oldSpokes` is the ERD worked back from old spokes, if there were any.
 *
 * @returns the surest first: rods touch the very points that are meant; the outside-in sum has most places to slip
 */
export const erdSums = (read: FigureReader, oldSpokes: ErdSum | null): ErdSum[] =>
  ERD_METHODS.flatMap((method) => SUM_BY[method](read, oldSpokes) ?? []);

/** The sum the lengths are worked out from: the one chosen, else the surest that was measured, else presets outside in. */
export const countingErd = (read: FigureReader, sums: readonly ErdSum[]): ErdSum => {
  const chosen = sums.find((s) => s.method === read.figures["rim.erdMethod"]);
  const surest = sums.find((s) => s.method !== "rule-of-thumb");
  return chosen ?? surest ?? erdOutsideIn(read);
};
