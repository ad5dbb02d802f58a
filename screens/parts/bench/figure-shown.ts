import { FIGURES } from "@/core/figures/all-figures";
import type { Figure } from "@/core/figures/figure";
import { originOf } from "@/core/measurement/carried";
import type { Taken } from "@/core/measurement/taken";
import type { ForceUnit } from "@/core/units/forces";
import type { LengthUnit } from "@/core/units/lengths";
import { showForce } from "@/core/units/show-force";
import { showLength } from "@/core/units/show-length";
import { withSideNames } from "@/core/wheel/side-names";

/** A figure as it stands: nobody took it, a preset stands in, or it was taken. */
export type FigureShown =
  | { readonly state: "open" }
  | { readonly state: "assumed"; readonly words: string }
  | {
      readonly state: "taken";
      readonly words: string;
      /** The same without the side it lies to, where a drawing shows that. */
      readonly size: string;
      /** The word chosen, or what was typed. */
      readonly typed: string;
      /** The wheel it was carried over from; null where it was taken here. */
      readonly from: string | null;
    };

/** Still to be taken: an assumed figure is one nobody measured. */
export const isOpen = (shown: FigureShown): boolean => shown.state !== "taken";

/** On a list: a preset with a question mark. */
export const listWords = (shown: FigureShown): string =>
  shown.state === "open"
    ? "not yet"
    : shown.state === "assumed"
      ? `${shown.words}?`
      : shown.from === null
        ? shown.words
        : `${shown.words}, as ${shown.from}`;

/** Read out. */
export const spokenWords = (shown: FigureShown): string =>
  shown.state === "open" ? "not yet" : shown.state === "assumed" ? `${shown.words} assumed` : shown.words;

interface Names {
  readonly A: string;
  readonly B: string;
}

const choiceWords = (figure: Figure, value: string, names: Names): string =>
  withSideNames(figure.choices?.find((c) => c.value === value)?.label ?? value, names);

/** Told with the names of the sides, so that it lies to one of them. */
const liesToASide = (figure: Figure): boolean => figure.takeAs?.[0] === "to {A}";

/** @param preset what stands in for it; undefined for nothing */
export const showFigure = (
  name: string,
  taken: Taken | undefined,
  preset: number | string | undefined,
  unit: LengthUnit,
  force: ForceUnit,
  names: Names,
): FigureShown => {
  const figure = FIGURES[name];
  if (!taken && preset === undefined) return { state: "open" };
  if (!taken) {
    const shownIn = (value: number): string | null =>
      figure.kind === "length" ? showLength(value, unit) : figure.kind === "force" ? showForce(value, force) : null;
    return {
      state: "assumed",
      words: (typeof preset === "number" && shownIn(preset)) || choiceWords(figure, String(preset), names),
    };
  }
  const { value, typed } = taken;
  const last = taken.counting.at(-1);
  const from = last ? originOf(last) : null;
  const shown = (words: string, size = words): FigureShown => ({ state: "taken", words, size, typed, from });
  if (value === null) return shown(choiceWords(figure, typed, names));
  if (figure.kind === "angle") return shown(`${value}°`);
  if (figure.kind === "force") return shown(showForce(value, force));
  if (figure.kind !== "length") return shown(String(value));
  if (!liesToASide(figure) || value === 0) return shown(showLength(value, unit));
  const size = showLength(Math.abs(value), unit);
  return shown(`${size} to ${value > 0 ? names.A : names.B}`, size);
};
