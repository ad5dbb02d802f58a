import type { PlacedSpoke } from "../lacing/placement";
import type { Side, Wheel } from "../wheel/wheel-file";

/**
 * The tension each side should have so that the rim is pulled to neither: T_A·l_A/L_A = T_B·l_B/L_B, with l the
 * sideways reach from rim hole to flange. The flatter side (smaller l/L) is the tighter and has the target.
 *
 * @returns N by side
 */
export const sideTensions = (wheel: Wheel, spokes: readonly PlacedSpoke[]): Record<Side, number> => {
  const reach = (side: Side): number => {
    const own = spokes.filter((s) => s.flange === side);
    const mean = own.reduce((sum, s) => sum + Math.abs(s.hubPoint[2] - s.rimPoint[2]) / s.span, 0) / own.length;
    return Math.max(mean, 1e-6);
  };
  const a = reach("A");
  const b = reach("B");
  const { target } = wheel.tension;
  return a < b ? { A: target, B: (target * a) / b } : { A: (target * b) / a, B: target };
};
