import { type PlacedSpoke, placeSpokes } from "../lacing/placement";
import type { Wheel } from "../wheel/wheel-file";

/** A spoke's pull on the rim: unit direction to the hub in the rim hole's own axes. */
export interface Pull {
  readonly radial: number;
  readonly tangential: number;
  readonly lateral: number;
  /** mm, hole from the rim's centre line. */
  readonly z: number;
}

const pullOf = (s: PlacedSpoke, rimCentreZ: number): Pull => {
  const angle = (s.rimAngleDeg * Math.PI) / 180;
  const d = s.hubPoint.map((h, i) => (h - s.rimPoint[i]) / s.span);
  return {
    radial: d[0] * Math.cos(angle) - d[1] * Math.sin(angle),
    tangential: -d[0] * Math.sin(angle) - d[1] * Math.cos(angle),
    lateral: d[2],
    z: s.rimPoint[2] - rimCentreZ,
  };
};

/** Placement and directions do not change while stiffness is being learnt; work them out once. */
export interface WheelGeometry {
  readonly wheel: Wheel;
  readonly spokes: readonly PlacedSpoke[];
  readonly pulls: readonly Pull[];
}

export const wheelGeometry = (wheel: Wheel): WheelGeometry => {
  const spokes = placeSpokes(wheel);
  return { wheel, spokes, pulls: spokes.map((s) => pullOf(s, wheel.offset)) };
};
