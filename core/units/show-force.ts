import { type ForceUnit, NEWTON_PER } from "./forces";

/** A tension that was read or worked out, without its unit: to ten newtons, for none is known better, or whole kgf or lbf. */
export const tensionFigure = (newton: number, unit: ForceUnit = "N"): string =>
  String(unit === "N" ? Math.round(newton / 10) * 10 : Math.round(newton / NEWTON_PER[unit]));

/** The same with it: `2180 N`, `222 kgf`. */
export const showTension = (newton: number, unit: ForceUnit = "N"): string => `${tensionFigure(newton, unit)} ${unit}`;

/** One that somebody told, as it was told: `2125 N`, `245.5 kgf`. */
export const showForce = (newton: number, unit: ForceUnit): string =>
  `${Number((newton / NEWTON_PER[unit]).toFixed(unit === "N" ? 0 : 1))} ${unit}`;
