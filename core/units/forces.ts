/** Exact; the core itself works in N only. */
export const NEWTON_PER = { N: 1, kgf: 9.80665, lbf: 4.4482216152605 } as const;
export type ForceUnit = keyof typeof NEWTON_PER;

/** Whether a unit is one of tension. */
export const isForceUnit = (unit: string): unit is ForceUnit => Object.hasOwn(NEWTON_PER, unit);

/** The unit a tap on the unit leads to. */
export const nextForce = (unit: ForceUnit): ForceUnit => (unit === "N" ? "kgf" : unit === "kgf" ? "lbf" : "N");
