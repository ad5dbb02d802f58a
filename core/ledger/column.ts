import { fromMm, type LengthUnit, PLACES } from "../units/lengths";
import type { Ledger } from "./ledger";

/** A sum as it is written down. */
interface Column {
  /** Signed, each with as many places. */
  readonly terms: readonly string[];
  /** As everywhere else. */
  readonly total: string;
}

/** Places past the usual ones that are tried: a thousandth of an inch in millimetres has four. */
const MORE = 2;

/**
 * A sum in a unit of the user's. Its lines have so many places that whoever adds them up with a pencil comes to the total
 * beneath, rounded as that is: mostly the usual ones, but five lines each rounded by itself may be a hundredth out.
 */
export const columnOf = ({ terms, total }: Ledger, unit: LengthUnit): Column => {
  const values = terms.map((t) => fromMm(t.times * t.value, unit));
  const usual = PLACES[unit];
  const shown = fromMm(total, unit).toFixed(usual);
  const half = 0.5 * 10 ** -usual;
  const addsUp = (places: number): boolean => {
    const sum = values.reduce((all, x) => all + Number(x.toFixed(places)), 0);
    return Math.abs(sum - Number(shown)) <= (places === usual ? half / 2 : half + 1e-9);
  };
  const places = [...Array(MORE + 1).keys()].map((more) => usual + more).find(addsUp) ?? usual + MORE;
  return {
    terms: values.map((x) => `${x < 0 ? "−" : "+"}${Math.abs(x).toFixed(places)}`),
    total: `${shown}${unit === "mm" ? "" : ` ${unit}`}`,
  };
};
