import { placeSpokes } from "../lacing/placement";
import type { Side, Wheel } from "../wheel/wheel-file";

/** One hole to drill or punch in an undrilled rim. */
export interface DrillHole {
  /** 1 is the first clockwise after the valve, seen from side A. */
  readonly hole: number;
  readonly angleDeg: number;
  /** mm along the tape from the valve's middle, clockwise seen from A. */
  readonly tape: number;
  /** mm from the rim's middle, + towards side A. */
  readonly aside: number;
  readonly side: Side;
  /** Degrees the hole leans towards its own flange, so that the spoke leaves straight. */
  readonly lateralDeg: number;
  /** Degrees it leans along the rim: + clockwise seen from A, going from rim to hub. */
  readonly tangentialDeg: number;
}

export interface DrillingPlan {
  /** mm round the rim where the tape lies. */
  readonly circumference: number;
  readonly holes: readonly DrillHole[];
}

/**
 * Where each hole goes on a tape laid round the rim, and how it must lean. The valve is at 0 and at the tape's end.
 *
 * @param tapeDiameter mm across the rim where the tape lies
 */
export const drillingPlan = (wheel: Wheel, tapeDiameter: number): DrillingPlan => {
  const circumference = Math.PI * tapeDiameter;
  const holes = placeSpokes(wheel).map((s): DrillHole => {
    const angle = (s.rimAngleDeg * Math.PI) / 180;
    const inward = [-Math.cos(angle), Math.sin(angle)];
    const clockwise = [-Math.sin(angle), -Math.cos(angle)];
    const to = s.hubPoint.map((h, i) => h - s.rimPoint[i]);
    const down = to[0] * inward[0] + to[1] * inward[1];
    const along = to[0] * clockwise[0] + to[1] * clockwise[1];
    const own = s.flange === "A" ? to[2] : -to[2];
    return {
      hole: s.spoke,
      angleDeg: s.rimAngleDeg,
      tape: (s.rimAngleDeg / 360) * circumference,
      aside: s.rimPoint[2] - wheel.offset,
      side: s.flange,
      lateralDeg: (Math.atan2(own, down) * 180) / Math.PI,
      tangentialDeg: (Math.atan2(along, down) * 180) / Math.PI,
    };
  });
  return { circumference, holes };
};
