/** How true is true: total readings and offset in mm, evenness as a fraction. Common practice. */
export interface Tolerance {
  readonly lateral: number;
  readonly radial: number;
  readonly offset: number;
  readonly tensionSpread: number;
}

export const TOLERANCE_NAMES = ["service", "shop", "show", "race", "own"] as const;
export type ToleranceName = (typeof TOLERANCE_NAMES)[number];

export const TOLERANCES: Record<Exclude<ToleranceName, "own">, Tolerance> = {
  service: { lateral: 2, radial: 2, offset: 1, tensionSpread: 0.25 },
  shop: { lateral: 0.5, radial: 0.5, offset: 0.5, tensionSpread: 0.2 },
  show: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
  race: { lateral: 0.2, radial: 0.2, offset: 0.2, tensionSpread: 0.15 },
};

/** @param own mm, a wheel's own tolerance for side to side and hop; null while none was given */
export const toleranceOf = (name: ToleranceName, own: number | null): Tolerance => {
  if (name !== "own") return TOLERANCES[name];
  return own ? { lateral: own, radial: own, offset: Math.max(own, 0.2), tensionSpread: 0.2 } : TOLERANCES.shop;
};
