/** Exact conversions; the core itself works in mm only. */
export const MM_PER_INCH = 25.4;
/** A thou is a thousandth of an inch. */
export const MM_PER_THOU = 0.0254;

export type LengthUnit = "mm" | "inch" | "thou";

/** Whether a unit is one of length. */
export const isLengthUnit = (unit: string): unit is LengthUnit => Object.hasOwn(MM_PER, unit);

/** Places a figure is shown with. */
export const PLACES: Readonly<Record<LengthUnit, number>> = { mm: 2, inch: 4, thou: 0 };

const MM_PER: Record<LengthUnit, number> = { mm: 1, inch: MM_PER_INCH, thou: MM_PER_THOU };

/** @returns the same length in mm */
export const toMm = (value: number, unit: LengthUnit): number => value * MM_PER[unit];

/** @param mm a length in mm @returns the same length in `unit` */
export const fromMm = (mm: number, unit: LengthUnit): number => mm / MM_PER[unit];
