import type { LengthUnit } from "../units/lengths";
import { readLength } from "../units/read-number";
import { BOOK_IN_FIGURES, type Figure, LACED_SO_FAR, MEASURE_FIGURES } from "./figures";

export const FIGURES: Readonly<Record<string, Figure>> = Object.fromEntries(
  [...BOOK_IN_FIGURES, ...MEASURE_FIGURES, LACED_SO_FAR].map((f) => [f.name, f]),
);

export type CheckedFigure =
  | { readonly ok: true; readonly value: number | null; readonly unit: string; readonly doubt?: string }
  | { readonly ok: false; readonly message: string };

/**
 * Reads what was typed for a figure. Only what cannot be read, or can never be, is refused; what is merely unlikely is
 * kept with a doubt.
 *
 * @param unit what a bare figure is in, for lengths
 */
export const checkFigure = (name: string, typed: string, unit: LengthUnit): CheckedFigure => {
  const figure = FIGURES[name];
  if (!figure) return { ok: false, message: `“${name}” is not a figure of a wheel` };
  if (typed.length > 1000) return { ok: false, message: `${typed.length} letters are too many; 1000 fit` };
  if (figure.kind === "text") return { ok: true, value: null, unit: "text" };
  if (figure.kind === "choice") {
    const found = figure.choices?.some((c) => c.value === typed);
    return found
      ? { ok: true, value: null, unit: "choice" }
      : { ok: false, message: `“${typed}” is not one of ${figure.choices?.map((c) => c.value).join(", ")}` };
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
  if (figure.kind === "force" && value <= 0)
    return { ok: false, message: `${value} N holds nothing; give the tension wanted, such as 2000` };
  if (Math.abs(value) > 5000 && figure.kind === "length")
    return { ok: false, message: `${typed} is ${value.toFixed(0)} mm, no part of a wheel; check the unit` };
  const out = {
    ok: true as const,
    value,
    unit: figure.kind === "length" ? read.unit : figure.kind === "force" ? "N" : "",
  };
  if (read.ask) return { ...out, doubt: read.ask };
  if (figure.likely && (value < figure.likely[0] || value > figure.likely[1]))
    return {
      ...out,
      doubt: `${Number(value.toFixed(2))} is unusual here: mostly ${figure.likely[0]} to ${figure.likely[1]}. The same again means: yes, that is it`,
    };
  return out;
};
