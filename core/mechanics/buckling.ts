import { stretchArea } from "../spoke/wire";
import { sideTensions } from "../tension/balance";
import { inPlaneBlock, outOfPlaneBlock, type RingOnFoundation } from "./ring";
import { ringUnder } from "./ring-under";
import type { Stiffness } from "./stiffness";
import type { Pull, WheelGeometry } from "./wheel-geometry";

/** The rim would buckle sideways (or into an oval) under its own hoop force. */
export class RimBuckles extends Error {
  constructor(readonly meanTension: number) {
    super(
      `at a mean tension of ${Math.round(meanTension)} N the rim would buckle under its own hoop force; use a lower tension or a stiffer rim`,
    );
    this.name = "RimBuckles";
  }
}

/** Axial springs spread round the rim as well, N/mm per mm, for the check that the whole is stable. */
export const buckles = (ring: RingOnFoundation, pulls: readonly Pull[], axial: Float64Array): boolean => {
  const around = 2 * Math.PI * ring.radius;
  const spread = {
    radial: ring.foundation.radial,
    tangential: ring.foundation.tangential,
    lateral: ring.foundation.lateral,
  };
  for (let i = 0; i < pulls.length; i++) {
    spread.radial += (axial[i] * pulls[i].radial ** 2) / around;
    spread.tangential += (axial[i] * pulls[i].tangential ** 2) / around;
    spread.lateral += (axial[i] * pulls[i].lateral ** 2) / around;
  }
  const held = { ...ring, foundation: spread };
  for (let k = 1; k <= 8; k++)
    for (const [a, b, c] of [inPlaneBlock(held, k), outOfPlaneBlock(held, k)])
      if (a <= 0 || a * c - b * b <= 0) return true;
  return false;
};

/** The mean tension at which the rim would buckle, N per mean spoke, sought up to `limit`. */
export const bucklingTension = (geometry: WheelGeometry, stiffness: Stiffness, limit: number): number => {
  const { wheel, spokes, pulls } = geometry;
  const sides = sideTensions(wheel, spokes);
  const shape = spokes.map((s) => sides[s.flange] / wheel.tension.target);
  const area = stretchArea(wheel.spoke);
  const axial = Float64Array.from(spokes, (s) => (wheel.spoke.modulus * area * stiffness.share) / s.span);
  const bad = (target: number) => {
    const tensions = shape.map((x) => x * target);
    return buckles(ringUnder(wheel, stiffness, spokes, pulls, tensions), pulls, axial);
  };
  if (!bad(limit)) return limit;
  let low = 0;
  let high = limit;
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2;
    if (bad(middle)) high = middle;
    else low = middle;
  }
  return low;
};
