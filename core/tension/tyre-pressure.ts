/** What a tyre is, for what its pressure does to the spokes. */
export interface Tyre {
  /** Pressure, N/mm² (1 bar = 0.1). */
  readonly pressure: number;
  /** mm across the blown-up tyre. */
  readonly width: number;
}

/** Degrees of a cross-ply's cords from the way round: 35 to 45, the fewer the more they squeeze (common practice). */
const CORDS_DEG = 40;
/** The bead's own wire and the rim's opening keep part of it off the rim (common practice; measured drops are rough). */
const REACHES_RIM = 0.5;

/**
 * Force with which an inflated tyre tries to shorten the way round, N of hoop compression in the rim.
 *
 * A cross-ply carcass is a braided tube: of diameter D it pulls with p·πD²/4·(3cos²θ − 1)/sin²θ, θ of the cords from
 * the axis (Chou & Hannaford 1996, from Schulte 1961, with their D₀ = D/sin θ; from memory). Bead wires take a part.
 */
export const tyreSqueeze = (tyre: Tyre): number => {
  const cords = (CORDS_DEG * Math.PI) / 180;
  const area = (Math.PI * tyre.width ** 2) / 4;
  return (REACHES_RIM * tyre.pressure * area * (3 * Math.cos(cords) ** 2 - 1)) / Math.sin(cords) ** 2;
};
