import { SWG_MM } from "../spoke/gauge";
import type { LengthUnit } from "../units/lengths";
import { readLength } from "../units/read-number";
import { FIGURES } from "./all-figures";
import { mostPlaces } from "./figure";

export type CheckedFigure =
  | { readonly ok: true; readonly value: number | null; readonly unit: string; readonly doubt?: string }
  | { readonly ok: false; readonly message: string };

/**
 * Reads what was typed for a figure. Only what cannot be read, or can never be, is refused; what is merely unlikely is
 * kept with a doubt.
 *
 * @param unit what a bare figure is in, for lengths
 * @param place 0, or 1, 2, 3 … for a figure taken at several places
 */
export const checkFigure = (name: string, typed: string, unit: LengthUnit, place = 0): CheckedFigure => {
  const figure = FIGURES[name];
  if (!figure) return { ok: false, message: `“${name}” is not a figure of a wheel` };
  const most = mostPlaces(figure);
  if (!Number.isInteger(place) || place < 0 || place > most)
    return {
      ok: false,
      message: most
        ? `place ${place} will not do; ${figure.label} is taken at places 1 to ${most}`
        : `place ${place} will not do; ${figure.label} is taken at one place only`,
    };
  if (typed.length > 1000) return { ok: false, message: `${typed.length} letters are too many; 1000 fit` };
  if (figure.kind === "text") return { ok: true, value: null, unit: "text" };
  if (figure.kind === "choice") {
    const found = figure.choices?.some((c) => c.value === typed);
    return found
      ? { ok: true, value: null, unit: "choice" }
      : { ok: false, message: `“${typed}” is not one of ${figure.choices?.map((c) => c.value).join(", ")}` };
  }
  // A wire is told by its gauge as often as by its thickness.
  const gauge = name === "spoke.diameter" ? /^\s*(\d{1,2})\s*(?:swg|g|gauge)\s*$/i.exec(typed) : null;
  if (gauge) {
    const mm = SWG_MM[Number(gauge[1])];
    return mm === undefined
      ? { ok: false, message: `“${typed}” is no gauge kept here; 8 to 16 swg, or the thickness in mm` }
      : { ok: true, value: mm, unit: "swg" };
  }
  const read = readLength(typed, figure.kind === "length" ? unit : "mm");
  if (!read.ok) return { ok: false, message: read.message };
  const value = figure.kind === "length" ? read.mm : read.value;
  if (figure.kind === "count") {
    if (!Number.isInteger(value)) return { ok: false, message: `“${typed}” is not a whole number; count again` };
    if (name === "rim.holes") {
      if (value < 12 || value > 72)
        return { ok: false, message: `${value} holes cannot be laced; a rim has 12 to 72, mostly 36 or 40` };
      if (value % 4 !== 0)
        return {
          ok: false,
          message: `${value} holes do not divide by four; they go round in fours, two to each flange: 32, 36, 40 will do`,
        };
    } else if (name.startsWith("lacing.") && (value < 0 || value > 8))
      return { ok: false, message: `${value} crosses cannot be laced; 1 to 4 will do` };
  }
  if (figure.kind === "angle" && Math.abs(value) > 360)
    return { ok: false, message: `${typed} degrees is more than once round; 0 to 90 will do` };
  if (figure.kind === "force" && value <= 0)
    return { ok: false, message: `${value} N holds nothing; give the tension wanted, such as 2000` };
  if (Math.abs(value) > 5000 && figure.kind === "length")
    return { ok: false, message: `${typed} is ${value.toFixed(0)} mm, no part of a wheel; check the unit` };
  const out = {
    ok: true as const,
    value,
    unit: figure.kind === "length" ? read.unit : figure.kind === "force" ? "N" : figure.kind === "angle" ? "°" : "",
  };
  if (read.ask) return { ...out, doubt: read.ask };
  if (figure.likely && (value < figure.likely[0] || value > figure.likely[1]))
    return {
      ...out,
      doubt: `${Number(value.toFixed(2))} is unusual here: mostly ${figure.likely[0]} to ${figure.likely[1]}. The same again means: yes, that is it`,
    };
  return out;
};
