import { SWG_MM } from "../spoke/gauge";
import { type ForceUnit, isForceUnit } from "../units/forces";
import { isLengthUnit, type LengthUnit } from "../units/lengths";
import { readForce } from "../units/read-force";
import { readLength } from "../units/read-number";
import { showForce } from "../units/show-force";
import { showLength } from "../units/show-length";
import type { Refusal } from "../wheel/bad-input";
import { FIGURES } from "./all-figures";
import { type Figure, mostPlaces } from "./figure";

export type CheckedFigure =
  | { readonly ok: true; readonly value: number | null; readonly unit: string; readonly doubt?: string }
  | { readonly ok: false; readonly message: string; readonly refusal: Refusal };

const MOST_LETTERS = 1000;
/** mm; no part of a motorcycle's wheel is longer. */
const LONGEST = 5000;
/** What a figure of each kind is kept in. */
export const UNIT = {
  length: "mm",
  force: "N",
  angle: "°",
  count: "",
  number: "",
  choice: "choice",
  text: "text",
} as const satisfies Readonly<Record<Figure["kind"], string>>;

/** What a figure was written in, where its kind has a choice of it. */
export type GivenUnit = LengthUnit | ForceUnit;

const no = (message: string, refusal: Refusal): CheckedFigure => ({ ok: false, message, refusal });

/** What a figure of its kind can never be; null when it can. */
const cannotBe = (figure: Figure, value: number, typed: string): CheckedFigure | null => {
  const outside = (message: string, from: number | null, to: number | null) =>
    no(message, { code: "out-of-range", given: value, from, to });
  if (figure.kind === "count" && !Number.isInteger(value))
    return no(`“${typed}” is not a whole number; count again`, { code: "unreadable" });
  if (figure.can && (value < figure.can.from || value > figure.can.to))
    return outside(`${value} ${figure.can.cannot}`, figure.can.from, figure.can.to);
  if (figure.inFours && value % 4 !== 0)
    return no(`${value} holes do not divide by four; they go round in fours, two to each flange: 32, 36, 40 will do`, {
      code: "stands-against",
      what: "fours",
    });
  if (figure.kind === "angle" && Math.abs(value) > 360)
    return outside(`${typed} degrees is more than once round; 0 to 90 will do`, -360, 360);
  if (figure.kind === "force" && value <= 0)
    return outside(`${typed} holds nothing; give the tension wanted, such as 2000`, 0, null);
  if (figure.kind === "length" && Math.abs(value) > LONGEST)
    return outside(`${typed} is ${value.toFixed(0)} mm, no part of a wheel; check the unit`, -LONGEST, LONGEST);
  return null;
};

type ReadFigure =
  | { readonly ok: true; readonly value: number; readonly unit: string; readonly ask?: string }
  | { readonly ok: false; readonly message: string };

/** A number as its kind is written, in what its kind is kept in. */
const readKind = ({ kind, label }: Figure, typed: string, unit: GivenUnit): ReadFigure => {
  if (kind === "force") {
    const read = readForce(typed, isForceUnit(unit) ? unit : "N");
    return read.ok ? { ...read, value: read.newton } : read;
  }
  const read = readLength(typed, isLengthUnit(unit) && kind === "length" ? unit : "mm");
  if (!read.ok) return read;
  if (kind === "length") return { ...read, value: read.mm };
  if (read.unitWritten) return { ok: false, message: `“${typed}” is a length; ${label} is a number by itself` };
  return { ...read, unit: UNIT[kind] };
};

/** As it was told, whatever it is kept in. */
const inItsUnit = (value: number, unit: string): string =>
  isForceUnit(unit)
    ? showForce(value, unit)
    : isLengthUnit(unit)
      ? showLength(value, unit)
      : String(Number(value.toFixed(2)));

/**
 * Reads what was typed for a figure. Only what cannot be read, or can never be, is refused; what is merely unlikely is
 * kept with a doubt.
 *
 * @param unit what a bare figure is in, for lengths and for tensions; another kind's counts for nothing
 * @param place 0, or 1, 2, 3 … for a figure taken at several places
 */
export const checkFigure = (name: string, typed: string, unit: GivenUnit, place = 0): CheckedFigure => {
  const figure = FIGURES[name];
  if (!figure) return no(`“${name}” is not a figure of a wheel`, { code: "not-there" });
  const most = mostPlaces(figure);
  if (!Number.isInteger(place) || place < 0 || place > most)
    return no(
      most
        ? `place ${place} will not do; ${figure.label} is taken at places 1 to ${most}`
        : `place ${place} will not do; ${figure.label} is taken at one place only`,
      { code: "out-of-range", given: place, from: most ? 1 : 0, to: most },
    );
  if (typed.length > MOST_LETTERS)
    return no(`${typed.length} letters are too many; ${MOST_LETTERS} fit`, {
      code: "too-large",
      given: typed.length,
      most: MOST_LETTERS,
    });
  if (figure.kind === "text") return { ok: true, value: null, unit: UNIT.text };
  if (figure.kind === "choice") {
    const offered = (figure.choices ?? []).map((c) => c.value);
    return offered.includes(typed)
      ? { ok: true, value: null, unit: UNIT.choice }
      : no(`“${typed}” is not one of ${offered.join(", ")}`, { code: "not-offered", given: typed, offered });
  }
  const gauge = figure.wire ? /^\s*(\d{1,2})\s*(?:swg|g|gauge)\s*$/i.exec(typed) : null;
  if (gauge) {
    const mm = SWG_MM[Number(gauge[1])];
    return mm === undefined
      ? no(`“${typed}” is no gauge kept here; 8 to 16 swg, or the thickness in mm`, {
          code: "not-offered",
          given: typed,
          offered: Object.keys(SWG_MM),
        })
      : { ok: true, value: mm, unit: "swg" };
  }
  const read = readKind(figure, typed, unit);
  if (!read.ok) return no(read.message, { code: "unreadable" });
  const { value } = read;
  const impossible = cannotBe(figure, value, typed);
  if (impossible) return impossible;
  const out = { ok: true as const, value, unit: read.unit };
  if (read.ask) return { ...out, doubt: read.ask };
  if (figure.likely && (value < figure.likely[0] || value > figure.likely[1]))
    return {
      ...out,
      doubt: `${inItsUnit(value, read.unit)} is unusual here: mostly ${figure.likely.map((v) => inItsUnit(v, read.unit)).join(" to ")}. The same again means: yes, that is it`,
    };
  return out;
};
