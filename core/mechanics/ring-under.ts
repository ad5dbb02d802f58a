import type { PlacedSpoke } from "../lacing/placement";
import type { Wheel } from "../wheel/wheel-file";
import type { RingOnFoundation } from "./ring";
import { type Stiffness, scaledSection } from "./stiffness";
import type { Pull } from "./wheel-geometry";

/** The ring with what the tensioned spokes do to it. */
export const ringUnder = (
  wheel: Wheel,
  stiffness: Stiffness,
  spokes: readonly PlacedSpoke[],
  pulls: readonly Pull[],
  tensions: ArrayLike<number>,
): RingOnFoundation => {
  const radius = wheel.rim.centroidRadius ?? wheel.rim.erd / 2;
  const foundation = { radial: 0, tangential: 0, lateral: 0 };
  let inward = 0;
  const around = 2 * Math.PI * radius;
  for (let i = 0; i < spokes.length; i++) {
    const { radial, tangential, lateral } = pulls[i];
    // A wheel with no tension at all has no sideways hold; 20 N keeps the sums finite and is far below any reading.
    const perLength = Math.max(tensions[i], 20) / spokes[i].span / around;
    foundation.radial += perLength * (1 - radial * radial);
    foundation.tangential += perLength * (1 - tangential * tangential);
    foundation.lateral += perLength * (1 - lateral * lateral);
    inward -= Math.max(tensions[i], 0) * radial;
  }
  return { radius, section: scaledSection(wheel, stiffness), hoop: inward / (2 * Math.PI), foundation };
};
