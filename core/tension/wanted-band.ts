import type { Figures } from "../figures/newest";
import { defaultStiffness } from "../mechanics/stiffness";
import { wheelGeometry } from "../mechanics/wheel-geometry";
import type { Wheel } from "../wheel/wheel-file";
import { dutyOf } from "./duty";
import { type TargetBand, targetBand } from "./target";

/** The band of a job's wheel, and which figures of its load nobody told. */
export interface WantedBand extends TargetBand {
  readonly assumed: readonly string[];
}

/**
 * How tight a job's wheel may be and should be, from the wheel and the figures told of what it carries.
 *
 * @throws RimBuckles where it would not stand what it is worked to now
 */
export const wantedBand = (wheel: Wheel, figures: Figures): WantedBand => {
  const { duty, makers, assumed } = dutyOf(figures);
  return { ...targetBand(wheelGeometry(wheel), defaultStiffness(wheel), duty, makers), assumed };
};
