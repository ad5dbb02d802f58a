import type { Term } from "../ledger/ledger";
import type { LengthUnit } from "../units/lengths";
import { FIGURES } from "./all-figures";
import type { Figures } from "./newest";
import { FOLLOWS, presets, UNTIL_ASKED } from "./presets";

/** As somebody wrote it; what a sum shows beside its mm. */
export interface AsTyped {
  readonly typed: string;
  readonly unit: string;
}

/** Reads figures for sums; a preset stands in for one not taken, and its name is then kept in `assumed`. */
export interface FigureReader {
  readonly figures: Figures;
  readonly assumed: readonly string[];
  /** Was it taken? */
  has(name: string): boolean;
  hasAll(names: readonly string[]): boolean;
  /** mm, N, degrees or a count. */
  number(name: string): number;
  word(name: string): string;
  /** One line of a sum. */
  term(times: number, name: string, label?: string): Term;
}

export const readFigures = (figures: Figures, typed: Readonly<Record<string, AsTyped>> = {}): FigureReader => {
  const standIn = presets(figures);
  const assumed: string[] = [];
  const has = (name: string) => figures[name] !== undefined;
  const raw = (name: string): number | string => {
    const taken = figures[name];
    if (taken !== undefined) return taken;
    const follows = FOLLOWS[name] !== undefined && has(FOLLOWS[name]);
    if (standIn[name] !== undefined && !follows && !assumed.includes(name)) assumed.push(name);
    return standIn[name] ?? UNTIL_ASKED[name];
  };
  const number = (name: string) => Number(raw(name));
  return {
    figures,
    assumed,
    has,
    hasAll: (names) => names.every(has),
    number,
    word: (name) => String(raw(name)),
    term: (times, name, label = FIGURES[name].label) => ({
      label,
      times,
      value: number(name),
      figure: name,
      ...(has(name) ? {} : { assumed: true }),
      ...(typed[name] ? { typed: typed[name].typed, unit: typed[name].unit as LengthUnit } : {}),
    }),
  };
};
